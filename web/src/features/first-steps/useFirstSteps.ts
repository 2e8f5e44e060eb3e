import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import { can } from '../../app/session';

/** What a new department needs before the first check, in the order in which it is easiest. */
export type Step = {
  key: string;
  name: string;
  why: string;
  done: boolean;
  told: string;
  to: string;
  act: string;
};

/** How far a department is set up; the next step is the first that is not done. */
export function useFirstSteps() {
  const department = useQuery({
    queryKey: ['department'],
    queryFn: () => ask(api.GET('/api/department')),
  });
  const models = useQuery({ queryKey: ['models'], queryFn: () => ask(api.GET('/api/models')) });
  const units = useQuery({
    queryKey: ['units', 'first'],
    queryFn: () => ask(api.GET('/api/units', { params: { query: { take: 1 } } })),
  });
  const standards = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
  const people = useQuery({
    queryKey: ['people'],
    queryFn: () => ask(api.GET('/api/people')),
    enabled: computed(() => can('managePeople')),
  });

  const count = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;
  const steps = computed<Step[]>(() => {
    const specifications = models.data.value?.length ?? 0;
    const approved = standards.data.value?.filter((s) => s.state === 'approved').length ?? 0;
    const draft = standards.data.value?.find((s) => s.state === 'draft');
    const others = (people.data.value?.length ?? 1) - 1;
    return [
      {
        key: 'place',
        name: 'Place and mains',
        why: 'The mains decide which frame rates and shutters are steady under your lamps.',
        done: department.data.value?.saidSo ?? false,
        told: department.data.value?.name || `${department.data.value?.mainsHz ?? 60} Hz`,
        to: '',
        act: 'Save',
      },
      {
        key: 'specification',
        name: 'First camera specification',
        why: 'What the model can do and where its controls are. Begin from a class of camera; the manual fills it in.',
        done: specifications > 0,
        told: count(specifications, 'specification'),
        to: '/cameras/specifications?new=1',
        act: 'New specification',
      },
      {
        key: 'units',
        name: 'Cameras',
        why: 'Each camera with its tag, its tape and its place, a row each. Labels can be printed at once.',
        done: (units.data.value?.units.length ?? 0) > 0,
        told: 'added',
        to: '/cameras/units?new=1',
        act: 'Add units',
      },
      {
        key: 'standard',
        name: 'First standard',
        why: 'What is required for a kind of shoot. Three starting points are there; each has its reasons.',
        done: approved > 0,
        told: count(approved, 'approved standard'),
        to: draft ? `/standards/${draft.key}/${draft.version}` : '/standards?new=1',
        act: draft ? `Approve “${draft.name}”` : 'New standard',
      },
      {
        key: 'people',
        name: 'People',
        why: 'Operators check and plan; technicians also define, approve and administer.',
        done: others > 0,
        told: count(others, 'other person').replace('persons', 'people'),
        to: '/people?new=1',
        act: 'Add a person',
      },
    ];
  });
  const all = [department, models, units, standards];
  return {
    steps,
    loading: computed(() => all.some((q) => q.isPending.value)),
    error: computed(() => all.map((q) => q.error.value).find(Boolean)),
    next: computed(() => steps.value.find((s) => !s.done)),
    /** Nothing can be checked yet: there is no camera, or no standard in force. */
    unready: computed(
      () =>
        all.every((q) => q.data.value) &&
        steps.value.some((s) => !s.done && ['specification', 'units', 'standard'].includes(s.key)),
    ),
  };
}
