import type { Role } from '../../core/catalog/headParts';

/**
 * Glyphs of parts, drawn for this tool: strokes in a box from −12 to 12, the water coming from the left.
 * A flap hangs where a part lets water one way; teeth where it catches; a bowl where it gathers; a hand where it is turned.
 */
export const GLYPHS: Record<Role, string> = {
  // A bore with a lever across it.
  'ball-valve': 'M-11 3H11M-4 3a4 4 0 0 1 8 0a4 4 0 0 1 -8 0M0 -1V-8H8',
  // A blade let down into the bore by a wheel.
  'gate-valve': 'M-11 3H11M-3 9V-2H3V9M0 -2V-8M-5 -8H5',
  // A bore under a coil.
  'solenoid-valve': 'M-11 4H11M-5 4V-1H5V4M-4 -4H4M-4 -7H4M-4 -10H4',
  // A bore turned by a cog.
  'motor-valve': 'M-11 4H11M0 4V-2M-5 -6a5 5 0 1 1 10 0a5 5 0 1 1 -10 0M0 -11V-9M5 -6H3M-5 -6H-3',
  // Two flaps, and a drip to the open between them.
  backflow: 'M-11 -3H11M-7 -8L-2 2M2 -8L7 2M-1 7a1.500 1.500 0 1 0 0.100 0',
  // One flap.
  'check-valve': 'M-11 3H11M-5 -7L4 6M-5 -7H-8',
  // A waist that sucks from below.
  venturi: 'M-11 -6L-3 -2H3L11 -6M-11 4L-3 2M3 2L11 4M0 2V10',
  // A cylinder that strokes into the bore.
  dosing: 'M-11 6H11M0 6V1M-5 1V-10H5V1ZM-5 -5H5',
  // A fine comb across the bore.
  screen: 'M-11 0H-6M6 0H11M-6 -8V8M6 -8V8M-3 -6V6M0 -6V6M3 -6V6',
  // A stack of plates.
  disc: 'M-11 0H-7M7 0H11M-7 -7H7M-7 -3.500H7M-7 0H7M-7 3.500H7M-7 7H7',
  // A pot of grains.
  media: 'M-11 -4H-7M7 4H11M-7 -9V9H7V-9ZM-3 -3h0.100M2 -5h0.100M0 1h0.100M-4 5h0.100M4 0h0.100M3 6h0.100',
  // A whirl over a pot.
  separator: 'M-11 -6H11M-7 -6L-2 7H2L7 -6M-4 -2H4M-3 2H3M-2 7V10H2V7',
  // A row of figures.
  meter: 'M-11 6H11M-8 3V-7H8V3ZM-3 -7V3M2.500 -7V3',
  // A dial with a hand.
  timer: 'M-11 8H11M-7 -1a7 7 0 1 1 14 0a7 7 0 1 1 -14 0M0 -5V-1H4',
  // A step down.
  regulator: 'M-11 -5H0V5H11',
  // A needle on a stalk.
  gauge: 'M-11 9H11M0 9V3M-6 -3a6 6 0 1 1 12 0a6 6 0 1 1 -12 0M0 -3L4 -6',
  // A bubble let out.
  'air-vent': 'M-11 9H11M0 9V3M-4 3V-2H4V3M-1 -6a2 2 0 1 0 0.100 0',
  // A spring-held lid that lifts.
  relief: 'M-11 9H11M0 9V3M-5 3H5M-4 -1L4 -3L-4 -5L4 -7M-6 -10H6',
  // One way that becomes three.
  splitter: 'M-11 0H-2M-2 -8V8M-2 -8H11M-2 0H11M-2 8H11M6 -10V-6M6 -2V2M6 6V10',
  // A bore with a drain let down from it.
  flush: 'M-11 -4H11M0 -4V2M-4 2H4M0 2V10M-3 7L0 10L3 7',
  // A wide end and a narrow one.
  adaptor: 'M-11 -6H-2V6H-11M2 -3H11M2 3H11M-2 -6L2 -3M-2 6L2 3',
};
