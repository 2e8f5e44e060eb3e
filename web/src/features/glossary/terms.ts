/** Words of this product that are not plain terms of the field, each defined once. The guide says the same. */
export const TERMS = {
  'as-found': {
    name: 'As found, as left',
    means:
      'The two halves of a check: what a camera was set to when it came to the bench, and what it was set to when it left. Both stay in the history.',
  },
  bench: {
    name: 'Bench',
    means: 'Where a camera is held against its sheet, one setting after another, before it is handed out.',
  },
  compromise: {
    name: 'Compromise',
    means:
      'A model cannot be set exactly as the standard requires. The sheet takes the nearest setting and states by how much it differs.',
  },
  detent: {
    name: 'Detent',
    means: 'A position in which a control stays: a click of a dial, a place of a switch, a step of a menu.',
  },
  drift: {
    name: 'Drift',
    means:
      'What borrowers leave changed on the cameras, counted from the checks: how often each setting was off target.',
  },
  'gold-line': {
    name: 'Gold line',
    means:
      'The right exposure, drawn across all cameras of a line-up. A column that ends above it is too bright, below it too dark.',
  },
  match: {
    name: 'Match',
    means:
      'Several cameras made to look alike: each photographs the same card in the same light and is corrected in its own controls. What each needed is kept with the unit.',
  },
  'line-up': {
    name: 'Line-up',
    means: 'The plan of a shoot with several cameras: from one reading of the light, how each is set.',
  },
  notch: {
    name: 'Notch',
    means:
      'One setting with its target: where a control has to stand. It is on target, within tolerance or off target.',
  },
  readiness: {
    name: 'Readiness',
    means:
      'Whether a unit can be handed out now: checked in time, with everything required read and on target, and neither out nor in repair.',
  },
  sheet: {
    name: 'Sheet',
    means:
      'A standard worked out for one camera model: what to set, where on that camera, and why. Printed or checked on the bench.',
  },
  'stand-in': {
    name: 'Stand-in camera',
    means: 'A small program that answers like a camera over the camera link, for demonstration and tests.',
  },
  standard: {
    name: 'Standard',
    means: 'What the department requires for a kind of shoot, for every camera, without naming a model.',
  },
  'stop-stack': {
    name: 'Stop stack',
    means:
      'The exposure of a camera drawn in stops, one block on another: light, time, sensitivity, iris, lens and filters.',
  },
  'strap-card': {
    name: 'Strap card',
    means: 'A small card for the strap of a camera: what a hand sets while shooting, and the unit’s code.',
  },
  tolerance: {
    name: 'Tolerance',
    means: 'How far a setting may be from its target and still count as right.',
  },
  'two-wrongs': {
    name: 'Two wrongs that cancel',
    means:
      'Two settings that are off target in opposite ways, such as gain up and ND in: the exposure looks right while noise or depth of field do not.',
  },
  waiver: {
    name: 'Waiver',
    means:
      'Leave for one model or unit to differ from a standard in one setting until a day, given by a named person with a reason.',
  },
} as const;

export type TermKey = keyof typeof TERMS;
