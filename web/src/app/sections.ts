import { can } from './session';

/** A part of the application: its name on the strip, and its rooms. */
export type Section = {
  path: string;
  name: string;
  rooms: { path: string; name: string; shown?: () => boolean }[];
};

/** In the order of the work. A part that is not there yet has no name here. */
export const SECTIONS: Section[] = [
  { path: '/today', name: 'Today', rooms: [] },
  {
    path: '/shoots',
    name: 'Shoots',
    rooms: [
      { path: '/shoots', name: 'Shoots' },
      { path: '/shoots/hand-out', name: 'Hand out', shown: () => can('handOut') },
      { path: '/shoots/loans', name: 'Loans' },
      { path: '/shoots/matches', name: 'Matches' },
    ],
  },
  { path: '/bench', name: 'Bench', rooms: [] },
  { path: '/standards', name: 'Standards', rooms: [] },
  {
    path: '/cameras',
    name: 'Cameras',
    rooms: [
      { path: '/cameras', name: 'Readiness' },
      { path: '/cameras/units', name: 'Units' },
      { path: '/cameras/pools', name: 'Pools' },
      { path: '/cameras/specifications', name: 'Specifications' },
      { path: '/cameras/drift', name: 'Drift' },
      { path: '/cameras/pictures', name: 'Pictures' },
      { path: '/cameras/clips', name: 'Test clips' },
    ],
  },
  {
    path: '/practice',
    name: 'Practice',
    rooms: [
      { path: '/practice', name: 'Exercises' },
      { path: '/practice/check-offs', name: 'Check-offs' },
      { path: '/practice/department', name: 'Department', shown: () => can('examine') },
    ],
  },
  {
    path: '/history',
    name: 'History',
    rooms: [
      { path: '/history', name: 'Checks' },
      { path: '/history/audit-log', name: 'Audit log', shown: () => can('readAuditLog') },
    ],
  },
];

/** Views whose address does not begin with that of their part. */
const ALSO: Record<string, string> = { '/sheets': '/standards' };

const under = (path: string, part: string) => path === part || path.startsWith(`${part}/`);

/** The part that an address belongs to. */
export function sectionOf(path: string): Section | undefined {
  const first = Object.keys(ALSO).find((other) => under(path, other));
  return SECTIONS.find((s) => under(first ? ALSO[first]! : path, s.path));
}

/** The room of a part that an address belongs to: the one with the longest address that it begins with. */
export function roomOf(section: Section, path: string): string | undefined {
  return section.rooms
    .filter((room) => under(path, room.path))
    .sort((a, b) => b.path.length - a.path.length)[0]?.path;
}
