import { HEAD_PARTS, type PartKind, type Role } from '../../core/catalog/headParts';

/** The shelf's boards, in the order in which parts follow the water. */
export const BOARDS: readonly { name: string; roles: readonly Role[] }[] = [
  { name: 'Valves', roles: ['ball-valve', 'gate-valve', 'solenoid-valve', 'motor-valve', 'flush'] },
  { name: 'Backflow', roles: ['backflow', 'check-valve'] },
  { name: 'Feeding', roles: ['venturi', 'dosing'] },
  { name: 'Filters', roles: ['separator', 'screen', 'disc', 'media'] },
  { name: 'Meter, timer', roles: ['meter', 'timer'] },
  { name: 'Regulators', roles: ['regulator'] },
  { name: 'Gauges, vents', roles: ['gauge', 'air-vent', 'relief'] },
  { name: 'Splitters, adaptors', roles: ['splitter', 'adaptor'] },
];

/** Parts on a board: typical ones, then the plan's own. */
export const onBoard = (roles: readonly Role[], own: readonly PartKind[]): PartKind[] =>
  [...HEAD_PARTS, ...own].filter((p) => roles.includes(p.role));
