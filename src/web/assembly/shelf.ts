import { msg } from '../../core/language';
import { HEAD_PARTS, type PartKind, type Role } from '../../core/catalog/headParts';

/** The shelf's boards, in the order in which parts follow the water. */
export const BOARDS: readonly { name: string; roles: readonly Role[] }[] = [
  { name: msg`Valves`, roles: ['ball-valve', 'gate-valve', 'solenoid-valve', 'motor-valve', 'flush'] },
  { name: msg`Backflow`, roles: ['backflow', 'check-valve'] },
  { name: msg`Feeding`, roles: ['venturi', 'dosing'] },
  { name: msg`Filters`, roles: ['separator', 'screen', 'disc', 'media'] },
  { name: msg`Meter, timer`, roles: ['meter', 'timer'] },
  { name: msg`Regulators`, roles: ['regulator'] },
  { name: msg`Gauges, vents`, roles: ['gauge', 'air-vent', 'relief'] },
  { name: msg`Splitters, adaptors`, roles: ['splitter', 'adaptor'] },
];

/** Parts on a board: typical ones, then the plan's own. */
export const onBoard = (roles: readonly Role[], own: readonly PartKind[]): PartKind[] =>
  [...HEAD_PARTS, ...own].filter((p) => roles.includes(p.role));
