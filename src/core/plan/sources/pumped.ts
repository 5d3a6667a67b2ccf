import Joi from 'joi';
import { msg } from '../../language';
import type { PressureTank } from '../../hydraulics/pressureTank';
import { bestLph, pumpSupply, type PumpCurve } from '../../hydraulics/pump';
import type { Supply } from '../../hydraulics/source';
import { LIMITS, positive, notNegative } from '../fields/bounds';
import type { AddContradiction } from '../fields/contradiction';
import { over } from '../fields/over';
import type { Stated } from '../fields/stated';
import { CUT_IN_KPA, curveSchema, saneCurve } from './curve';
import type { IntakeStep, Paragraph, Show, SourceState, SourceTask, SourceThing } from './kind';
import { within, type SourceQuestion } from './questions';

/* What all sources have whose water a pump lifts: its curve, and what starts and stops it. */

/**
 * What starts and stops a pump: a switch on a pressure tank; a flow switch, which runs it on its curve as long as enough flows;
 * or none, where a hand or a timer does and a relief valve must stand in for it.
 */
export interface Vessel extends PressureTank {
  part: 'tank' | 'flow' | 'none';
  /** A flow switch stops the pump where less flows. */
  stopsLph: number;
}

export interface Pumped {
  curve: PumpCurve;
  vessel: Vessel;
  /** It must not run long with less flowing: it heats the water in it, L/h. Typical of its curve if not stated. */
  leastLph?: number;
  /** Share of its curve's pressure that wear has taken, or is planned to take. */
  wornShare: number;
}

/** What may be stated of every pump. */
export const pumpFields = {
  curve: curveSchema,
  leastLph: notNegative(LIMITS.flowLph),
  wornShare: Joi.number().min(0).max(0.9),
};
/** A pump that runs with less than a tenth of the flow at which it works best heats its water (makers' common advice). */
const LEAST_SHARE = 0.1;
export const leastLphOf = ({ curve, leastLph }: Pumped): number =>
  leastLph ?? Math.round(LEAST_SHARE * bestLph(curve));

/**
 * The curve that a pump is taken at. To plan by, what wear takes is off its pressure, and of a flow that a bucket measured the
 * allowance is; at its best it is the curve itself.
 */
export function curveIn({ curve, wornShare }: Pumped, state: SourceState, allowance: number): PumpCurve {
  const flow = curve.method === 'bucket' ? allowance : 1;
  const head = 1 - wornShare;
  if (state === 'best' || (flow === 1 && head === 1)) return curve;
  return {
    ...curve,
    points: curve.points.map((p) => ({ flowLph: p.flowLph * flow, headM: p.headM * head })),
    labelM: curve.labelM * head,
  };
}

/** A common pressure switch stops a pump at 50 psi. */
const CUT_OUT_KPA = 345;
/** Air in a pressure tank is set this much under cut-in (2 psi). */
const PRECHARGE_UNDER_KPA = 14;
/** Small flow switches stop a pump at about a litre and a half a minute. */
const FLOW_SWITCH_LPH = 90;

export const vesselSchema = Joi.object({
  part: Joi.valid('tank', 'flow', 'none'),
  stopsLph: positive(LIMITS.flowLph),
  volumeL: positive(100000),
  prechargeKpa: notNegative(LIMITS.pressureKpa),
  cutInKpa: positive(LIMITS.pressureKpa),
  cutOutKpa: positive(LIMITS.pressureKpa),
});

export function vesselOf(stated: Stated<Vessel> | undefined, part: Vessel['part']): Vessel {
  const cutInKpa = stated?.cutInKpa ?? CUT_IN_KPA;
  return over(
    {
      part,
      volumeL: 100,
      prechargeKpa: cutInKpa - PRECHARGE_UNDER_KPA,
      cutInKpa,
      cutOutKpa: CUT_OUT_KPA,
      stopsLph: FLOW_SWITCH_LPH,
    },
    stated,
  );
}

/** Pressure at which its switch stops a pump; none where it has no switch. */
export const stopsAtKpa = ({ part, cutOutKpa }: Vessel): number | undefined =>
  part === 'tank' ? cutOutKpa : undefined;

export function sanePump({ curve, vessel: v }: Pumped, add: AddContradiction): void {
  saneCurve(curve, 'curve', add);
  if (v.part !== 'tank') return;
  if (v.cutInKpa >= v.cutOutKpa)
    add('vessel.cutInKpa', msg`the switch must start the pump below where it stops it`, 'vessel.cutOutKpa');
  if (v.prechargeKpa >= v.cutOutKpa)
    add(
      'vessel.prechargeKpa',
      msg`the air in the empty tank must be below the pressure at which the pump stops`,
      'vessel.cutOutKpa',
    );
}

const SECONDS_PER_HOUR = 3600;
/** A pressure that is held costs nothing by itself. */
export const HELD = { lossKpa: 0, atLph: SECONDS_PER_HOUR };

/** A pump with its pipe up to the ground, and the switch that holds its pressure: cut-in to plan by, cut-out at best and at rest. */
export function pumpedUp(
  s: Pumped,
  lift: IntakeStep,
  state: SourceState,
  allowance: number,
): { supply: Supply; steps: IntakeStep[] } {
  const { vessel } = s;
  const setKpa = state === 'planned' ? vessel.cutInKpa : vessel.cutOutKpa;
  const hold: IntakeStep = { kind: 'switch', toM: lift.toM, link: { kind: 'regulator', setKpa, ...HELD } };
  return {
    supply: pumpSupply(curveIn(s, state, allowance)),
    steps: vessel.part === 'tank' ? [lift, hold] : [lift],
  };
}

/** A pump that gives so many times the flow it was thought to, and one that presses more or less by a share. */
export const givingPump = <S extends Pumped>(s: S, factor: number): S => ({
  ...s,
  curve: {
    ...s.curve,
    points: s.curve.points.map((p) => ({ ...p, flowLph: p.flowLph * factor })),
    labelLph: s.curve.labelLph * factor,
  },
});
export const pressingPump = <S extends Pumped>(s: S, out: number): S => ({
  ...s,
  curve: {
    ...s.curve,
    points: s.curve.points.map((p) => ({ ...p, headM: p.headM * (1 + out) })),
    labelM: s.curve.labelM * (1 + out),
    bucketKpa: s.curve.bucketKpa * (1 + out),
  },
});
/** A pump's switch stands anywhere between cut-in and cut-out: in the middle. */
export const pumpToday = <S extends Pumped>(s: S): S => ({
  ...s,
  vessel: { ...s.vessel, cutInKpa: (s.vessel.cutInKpa + s.vessel.cutOutKpa) / 2 },
});

/** Typical prices, in no coin: a pressure tank and its switch, and of each litre. */
const VESSEL = 60;
const VESSEL_A_LITRE = 1.2;

/** What starts and stops a pump, as things. */
export const vesselThings = ({ part, volumeL }: Vessel): SourceThing[] =>
  part === 'none'
    ? []
    : [
        {
          ...(part === 'tank'
            ? {
                id: `pressure-tank:${Math.round(volumeL)}`,
                text: msg`pressure tank of #0 with its switch, tee and gauge`,
                sizes: [[volumeL, 'volume']] as const,
                price: VESSEL + VESSEL_A_LITRE * volumeL,
              }
            : { id: 'flow-switch', text: msg`flow switch`, price: 60 }),
          group: 'source',
          count: 1,
          why: msg`starts and stops the pump`,
        },
      ];

/** The air of a pressure tank is looked at in spring. */
export const vesselTasks = ({ part, prechargeKpa }: Vessel, show: Show): SourceTask[] =>
  part !== 'tank'
    ? []
    : [
        {
          id: 'precharge',
          title: msg`Check the pressure tank’s air`,
          how: [
            msg`Switch the pump off and drain the tank.`,
            msg`Its air should be at ${show(prechargeKpa, 'pressure')}; pump it up if it is less.`,
          ],
          why: msg`With too little air the pump starts far too often.`,
          caution: msg`Pump and well electrics: a licensed electrician.`,
          when: 'spring',
        },
      ];

export const ELECTRIC = msg`Pump and well electrics are work for a licensed electrician.`;

/** The switch of a pump with a pressure tank. */
export const switchQuestion = <S extends Pumped>(): SourceQuestion<S> => ({
  id: 'switch',
  ask: msg`Where does the pump start and stop?`,
  how: msg`Open a tap a little and watch the gauge at the pressure tank: note where the pump starts, and where it stops. Leave the switch shut: its wires are a licensed electrician’s.`,
  picture: 'switch',
  fields: (
    [
      ['cutInKpa', msg`Pump starts at`, [msg`It starts at`, msg`and`]],
      ['cutOutKpa', msg`Pump stops at`, [msg`stops at`, '.']],
    ] as const
  ).map(([field, label, words]) => ({
    label,
    kind: 'pressure' as const,
    words,
    bounds: [20, 1200] as const,
    get: (s: S) => s.vessel[field],
    put: (stated, v) => void (within(stated, 'vessel')[field] = v),
    measures: ['vessel'],
  })),
});

/** What few know of their pump. */
export const pumpAsks = (s: Pumped): Paragraph => ({
  under: msg`Wear and least flow of the pump`,
  asks: [
    msg`Wear takes`,
    {
      field: 'wornShare',
      id: 'worn',
      label: msg`Pressure lost to wear`,
      kind: 'share',
      edit: msg`set the pump’s wear`,
      value: s.wornShare,
    },
    msg`off the pressure on its curve. It must not run long with less than`,
    {
      field: 'leastLph',
      id: 'least-flow-of-the-pump',
      label: msg`Least flow of the pump`,
      kind: 'flow',
      edit: msg`set the pump’s least flow`,
      value: leastLphOf(s),
      unsaid: s.leastLph === undefined,
    },
    msg`flowing: the water in it heats.`,
  ],
});
