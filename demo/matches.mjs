// The demo's matches, made as people make them: stand-in cameras give their pictures over the link, corrections go back to them or are moved by hand, a
// technician signs. One is finished, one is left half done. Pictures cannot be written down in a file; the stand-ins make them again on every machine.
//
//     node demo/matches.mjs SITE CAMERAS PEOPLE
//
// SITE and CAMERAS are addresses, PEOPLE the file of names and passwords that ./start wrote. What is there already is not made again; what a start could
// not finish is made at the next one.
import { randomUUID } from 'node:crypto';
import { as, set, standIn } from './hands.mjs';

const LINE_UP = '5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01';
const MOST_ROUNDS = 4;

const of = (match, letter) => match.cameras.find((camera) => camera.letter === letter);

async function picture(person, id, turn, letter, match) {
    const position = of(match, letter).next;
    return (
        await person('POST', `/api/matches/${id}/turns/${turn}/${letter}/still`, {
            picture: randomUUID(),
            position,
        })
    ).match;
}

/** The card and the lighter skin of the first picture; on the others they are proposed where they were. */
async function mark(person, id, match) {
    const taken = of(match, 'A').turns[0].picture;
    const kept = await person('GET', `/api/pictures/${taken}`);
    const regions = [
        { id: randomUUID(), kind: 'greyCard', x: 0.07, y: 0.34, width: 0.18, height: 0.3 },
        { id: randomUUID(), kind: 'skin', x: 0.65, y: 0.35, width: 0.11, height: 0.32, shape: 'ellipse' },
    ];
    await person('PUT', `/api/pictures/${taken}/measured`, { settings: kept.settings, regions, unit: of(match, 'A').unit }, kept.version);
    return person('GET', `/api/matches/${id}`);
}

async function begin(person, name, light) {
    const document = await person('GET', `/api/line-ups/${LINE_UP}/match`);
    const id = randomUUID();
    const match = await person(
        'PUT',
        `/api/matches/${id}`,
        {
            ...document,
            name,
            light: { ...document.light, ...light },
            cameras: document.cameras.map((camera) => ({ ...camera, irisFree: true, profile: 'standard' })),
            exposureReference: 'A',
            colourReference: 'A',
        },
        0,
    );
    return { id, match };
}

/** Somebody looks at the outlines that were proposed on the other pictures, and says that they lie where they should. */
async function confirm(person, id, match) {
    const regions = match.cameras.flatMap((c) => c.turns.flatMap((t) => t.regions.filter((r) => r.isProposed).map((r) => r.id)));
    return regions.length ? person('POST', `/api/matches/${id}/regions`, { regions }) : match;
}

/** Everything that was measured goes to the cameras that take it, and into the hands beside the others. */
async function correct(person, id, match) {
    for (const camera of match.cameras.filter((c) => c.letter !== 'A' && c.steps.length)) {
        const { done } = await person('POST', `/api/matches/${id}/cameras/${camera.letter}/correct`, {});
        for (const step of done.filter((s) => !s.isDone)) {
            const told = camera.steps.find((s) => s.setting === step.setting);
            if (told?.sends) await set(camera.unit, { [step.setting]: told.sends });
        }
    }
}

const mara = await as('mara');
const made = (await mara('GET', '/api/matches')).matches;
const isMade = (name, signed) => made.some((m) => m.name === name && (!signed || m.signedAt));
const FINISHED = 'Orchid repotting';
const HALF = 'Orchid repotting, at dusk';
if (!isMade(FINISHED, true) || !isMade(HALF)) {
    const ines = await as('ines');
    const joss = await as('joss');
    const day = { lux: 2000, lightK: 5400 };
    const dusk = { lux: 900, lightK: 3400 };
    const units = ['OBG-101', 'OBG-108', 'OBG-113'];
    const plain = { 'white-balance': '5400', profile: 'standard' };
    for (const tag of units) await standIn(tag, 'scene', day);
    await set('OBG-101', {
        'full-auto': 'off',
        ...plain,
        gain: '0',
        nd: 'clear',
        'iris-control': 'manual',
        iris: 'f/5.6',
    });
    await set('OBG-108', { ...plain, tint: '0', iris: 'f/5.6' });
    await set('OBG-113', { ...plain, 'white-balance': '4700', tint: '0', iris: 'f/4' });

    for (const left of made.filter((m) => m.name === FINISHED && !m.signedAt)) {
        const { version } = await mara('GET', `/api/matches/${left.id}`);
        await mara('DELETE', `/api/matches/${left.id}`, undefined, version);
    }
    if (!isMade(FINISHED, true)) await finish();
    if (!isMade(HALF)) await leaveHalf();

    // As their last borrowers left them, in the light of the lecture room.
    for (const tag of units) {
        await standIn(tag, 'scene', { lux: 420, lightK: 3200 });
        await standIn(tag, 'borrowed', { seed: 7 }, 'POST');
    }

    async function finish() {
        const finished = await begin(mara, FINISHED, { temperatureK: day.lightK });
        let { match } = finished;
        for (let turn = 1; turn <= MOST_ROUNDS && !match.isMatched; turn++) {
            for (const letter of ['A', 'B', 'C']) {
                match = await picture(mara, finished.id, turn, letter, match);
                if (turn === 1 && letter === 'A') match = await mark(mara, finished.id, match);
            }
            match = await confirm(mara, finished.id, match);
            if (!match.isMatched) await correct(mara, finished.id, match);
        }
        if (match.isMatched) {
            await ines('POST', `/api/matches/${finished.id}/signature`, {
                version: match.version ?? 1,
                seal: match.seal,
            });
        }
    }

    // Later the same day: the light has changed, the first two pictures are taken, and somebody is called away.
    async function leaveHalf() {
        for (const tag of units) await standIn(tag, 'scene', dusk);
        const half = await begin(joss, HALF, { temperatureK: dusk.lightK });
        let open = half.match;
        open = await picture(joss, half.id, 1, 'A', open);
        open = await mark(joss, half.id, open);
        await confirm(joss, half.id, await picture(joss, half.id, 1, 'B', open));
    }
}
