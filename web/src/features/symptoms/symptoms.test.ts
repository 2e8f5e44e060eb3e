import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import { effectScope } from 'vue';
import type { Views } from '../../app/client';
import { json, stubSite } from '../../testing/site';
import CauseWalk from './CauseWalk.vue';
import { useDiagnosis } from './useDiagnosis';

const cause = (key: string, state: Views['CauseState'] = 'look'): Views['CauseView'] => ({
  key,
  look: `Is it the ${key}?`,
  remedy: `Remedy the ${key}.`,
  state,
  sentence: state === 'look' ? '' : `${key} was read.`,
  open: state === 'look' || state === 'standsSo',
  setting: key === 'filter' ? 'nd' : null,
  place: null,
});
const diagnosis = (...causes: Views['CauseView'][]): Views['DiagnosisView'] => ({
  key: 'dark-picture',
  text: 'The picture is dark',
  about: 'Picture',
  causes,
  because: { ruleId: 'HARMLESS-FIRST', case: 'test', sentence: 'Two come first.', figures: [] },
  caution: '',
  onlyThen: '',
});
const unit: Views['TroubleshootView'] = {
  tag: 'OBG-106',
  modelName: 'Bracken 3',
  tape: 'yellow',
  check: '11111111-1111-4111-8111-111111111111',
  symptoms: [],
};
const walk = (d: Views['DiagnosisView']) =>
  mount(CauseWalk, {
    props: { unit, diagnosis: d },
    global: { stubs: { RouterLink: RouterLinkStub } },
    attachTo: document.body,
  });

describe('useDiagnosis', () => {
  const of = (...causes: Views['CauseView'][]) => effectScope().run(() => useDiagnosis(() => causes))!;

  it('goes along what is open, what the check has read first, and skips what is ruled out', () => {
    const d = of(
      cause('cap'),
      cause('iris', 'ruledOut'),
      cause('filter', 'standsSo'),
      cause('lens', 'notHere'),
    );
    expect(d.current.value?.key).toBe('filter');
    d.notThat('filter');
    expect(d.current.value?.key).toBe('cap');
    expect(d.mayBeFault.value).toBe(false);
    d.notThat('cap');
    expect(d.mayBeFault.value).toBe(true);
  });

  it('goes back to one that was passed, and then on to what is still open', () => {
    const d = of(cause('cap'), cause('filter'));
    d.notThat('cap');
    d.back('cap');
    expect(d.current.value?.key).toBe('cap');
    expect(d.looked.value).toEqual([]);
    d.notThat('cap');
    expect(d.current.value?.key).toBe('filter');
  });
});

describe('CauseWalk', () => {
  const outcome = 'PUT /api/units/OBG-106/symptoms/dark-picture/outcomes/*';

  it('offers no fault before the last cause was passed, then sends what was looked at with what the person adds', async () => {
    const asked = stubSite({ [outcome]: () => json(200, { kind: 'repair', text: '' }) });
    const page = walk(diagnosis(cause('cap'), cause('filter')));
    expect(page.text()).not.toContain('Report the fault');
    await page.find('.answers .quiet').trigger('click');
    expect(page.text()).not.toContain('Report the fault');
    await page.find('.answers .quiet').trigger('click');
    expect(page.text()).toContain('it may be a fault');
    expect(document.activeElement?.tagName).toBe('TEXTAREA');
    await page.find('textarea').setValue('Since it fell.');
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(asked[0]!.body).toMatchObject({ looked: ['cap', 'filter'], cause: null, text: 'Since it fell.' });
    expect(page.text()).toContain('Saved as a repair');
    page.unmount();
  });

  it('keeps what it was, says the remedy large and leads back to the notch', async () => {
    const asked = stubSite({ [outcome]: () => json(200, { kind: 'note', text: '' }) });
    const page = walk(diagnosis(cause('filter', 'standsSo'), cause('cap')));
    await page.findAll('.answers .act')[1]!.trigger('click');
    await flushPromises();
    expect(asked[0]!.body).toMatchObject({ looked: [], cause: 'filter' });
    expect(page.text()).toContain('Remedy the filter.');
    expect(page.findAllComponents(RouterLinkStub).map((l) => l.props('to'))).toContainEqual({
      path: '/bench/11111111-1111-4111-8111-111111111111',
      query: { notch: 'nd' },
    });
    page.unmount();
  });

  it('keeps what was looked at when it cannot be sent, and sends it under the same id', async () => {
    const ids: string[] = [];
    let away = true;
    stubSite({
      [outcome]: (request: { path: string }) => {
        ids.push(request.path);
        return away
          ? json(503, { title: 'The database cannot be reached.', code: 'database-away' })
          : json(200, { kind: 'note', text: '' });
      },
    });
    const page = walk(diagnosis(cause('cap')));
    await page.findAll('.answers .act')[1]!.trigger('click');
    await flushPromises();
    expect(page.find('[role=alert]').text()).toContain('still here');
    away = false;
    await page.findAll('.answers .act')[1]!.trigger('click');
    await flushPromises();
    expect(page.text()).toContain('No fault');
    expect(new Set(ids).size).toBe(1);
    page.unmount();
  });

  it('tells what is allowed only then, before anything is called a fault', async () => {
    const page = walk({ ...diagnosis(cause('cap')), onlyThen: 'Bring light; only after that gain.' });
    await page.find('.answers .quiet').trigger('click');
    expect(page.find('form').text()).toMatch(/Bring light.*it may be a fault/s);
    page.unmount();
  });

  it('names what this model has not, and asks nobody to look for it', () => {
    const page = walk(diagnosis(cause('cap'), cause('lens-lock', 'notHere')));
    expect(page.text()).toContain('Not on Bracken 3: lens lock.');
    expect(page.findAll('ol li')).toHaveLength(1);
    page.unmount();
  });
});
