import Joi from 'joi';
import { msg } from '../../language';
import { pipeKind } from '../../catalog/pipes';
import { drawdownOf, levelAtM, yieldOver } from '../../hydraulics/drawdown';
import type { PumpCurve } from '../../hydraulics/pump';
import { KPA_PER_M } from '../../hydraulics/water';
import { LIMITS, notNegative, positive } from '../fields/bounds';
import { over, piece } from '../fields/over';
import { pipePiece } from '../fields/pieceSchema';
import type { PipePiece } from '../fields/pipeTypes';
import { BUCKET, curveOf, curveQuestions } from './curve';
import { sourceKind, type IntakeStep } from './kind';
import {
  ELECTRIC,
  givingPump,
  pressingPump,
  pumpAsks,
  pumpedUp,
  pumpFields,
  pumpToday,
  sanePump,
  stopsAtKpa,
  switchQuestion,
  vesselOf,
  vesselSchema,
  vesselTasks,
  vesselThings,
  type Pumped,
} from './pumped';
import { askedField, within } from './questions';
import type { Site } from './site';

/** A well with a submersible pump. */
export interface Well extends Site, Pumped {
  kind: 'well';
  /** Water under the ground at the well while the pump runs: while `testLph` is drawn, where that is known. */
  pumpingLevelM: number;
  /** The same with nothing drawn, and the flow that was drawn when it stood at the pumping level: then the level follows the flow. */
  restLevelM?: number;
  testLph?: number;
  drop: PipePiece & { lengthM: number };
  /** What the well gives day and night. */
  yieldLph: number;
}

/** A small submersible pump to start from: points as such curves run. */
const WELL_PUMP: PumpCurve = {
  method: 'points',
  points: [
    { flowLph: 0, headM: 62 },
    { flowLph: 2000, headM: 54 },
    { flowLph: 4000, headM: 32 },
  ],
  powerKw: 0.75,
  labelLph: 2000,
  labelM: 45,
  ...BUCKET,
};
/** A well that gives less than this is none, L/h. */
const LEAST_YIELD_LPH = 1;
/** A pump hangs a few metres under the water it draws down to. */
const PUMP_UNDER_M = 3;
/** Its water sinks in proportion to the flow; told at this one, L/h. */
const DRAWN_AT_LPH = 1000;
const LINEAR = 1;
/** Typical price of a pump, in no coin. */
const PUMP_PRICE = 400;

export const well = sourceKind<Well>({
  kind: 'well',
  by: 'pump',
  words: {
    choice: msg`well with a submersible pump`,
    short: msg`well`,
    name: msg`well`,
    the: msg`the well`,
    The: msg`The well`,
    draws: msg`water from a well`,
    adds: msg`add a well`,
    moves: msg`move the well`,
    setsUp: msg`Set up the pump`,
    curve: msg`Solid: planned, held to cut-in. Dashed: at cut-out.`,
  },
  cautions: () => [ELECTRIC],

  fields: {
    ...pumpFields,
    pumpingLevelM: notNegative(LIMITS.headM),
    restLevelM: notNegative(LIMITS.headM),
    testLph: positive(LIMITS.flowLph),
    drop: Joi.object({ ...pipePiece, lengthM: positive(LIMITS.lengthM) }),
    vessel: vesselSchema,
    yieldLph: positive(LIMITS.flowLph),
  },
  full(stated) {
    const own = over({ pumpingLevelM: 12, yieldLph: 3000, wornShare: 0 } as Well, stated);
    const vessel = vesselOf(stated.vessel, 'tank');
    const drop = piece(stated.drop, 'pe-1-1/4', { lengthM: own.pumpingLevelM + PUMP_UNDER_M });
    const drawdown = drawdownOf(own);
    const curve = curveOf(over(WELL_PUMP, stated.curve), own.pumpingLevelM, drop, stopsAtKpa(vessel));
    return {
      ...own,
      // A well that was tested tells what it gives.
      ...(stated.yieldLph === undefined &&
        drawdown && { yieldLph: Math.max(LEAST_YIELD_LPH, yieldOver(drawdown, drop.lengthM)) }),
      curve,
      drop,
      vessel,
    };
  },
  sane(s, add) {
    sanePump(s, add);
    if (s.drop.lengthM < s.pumpingLevelM)
      add(
        'drop.lengthM',
        msg`the drop pipe must reach down to the water while the pump runs`,
        'pumpingLevelM',
      );
    if (s.restLevelM !== undefined && s.restLevelM > s.pumpingLevelM)
      add('restLevelM', msg`water at rest stands no deeper than while the pump runs`, 'pumpingLevelM');
  },
  head: ['check-1', 'ball-1', 'disc-1'],

  draw(s, state, allowance) {
    const drawdown = drawdownOf(s);
    // What others draw sinks the water before anything is drawn here.
    const others = state === 'planned' ? s.othersLph : 0;
    const nodeM = s.heightM - (drawdown ? levelAtM(s, others) : s.pumpingLevelM);
    const { boreMm, hazenWilliamsC, lengthM } = s.drop;
    const { supply, steps } = pumpedUp(
      s,
      {
        kind: 'lift',
        toM: s.heightM,
        link: { kind: 'pipe', lengthM, diameterMm: boreMm, hazenWilliamsC },
      },
      state,
      allowance,
    );
    const sinks: IntakeStep[] = drawdown
      ? [
          {
            kind: 'draw',
            toM: nodeM,
            link: {
              kind: 'loss',
              lossKpa: drawdown.mPerLph * DRAWN_AT_LPH * KPA_PER_M,
              atLph: DRAWN_AT_LPH,
              exponent: LINEAR,
            },
          },
        ]
      : [];
    return { supply, nodeM, steps: [...sinks, ...steps] };
  },
  restKpa: (s) => stopsAtKpa(s.vessel) ?? 0,
  measured: true,
  giving: givingPump,
  pressing: pressingPump,
  today: pumpToday,

  outlet: (s) => ({ pipe: s.drop.pipe, threaded: s.vessel.part === 'tank' }),
  outletName: (s) => (s.vessel.part === 'tank' ? msg`pressure tank’s tee` : msg`drop pipe`),
  things: (s) => [
    {
      id: 'well-pump',
      group: 'source',
      text: msg`submersible pump`,
      price: PUMP_PRICE,
      count: 1,
      why: msg`lifts the water`,
    },
    {
      id: `drop:${s.drop.pipe}`,
      group: 'source',
      text: msg`drop pipe, ${pipeKind(s.drop.pipe).name}`,
      price: 0,
      count: 1,
      lays: { pipe: s.drop, lengthM: s.drop.lengthM },
      why: msg`from the pump up the well`,
    },
    ...vesselThings(s.vessel),
  ],
  steps: () => [],
  tasks: (s, show) => vesselTasks(s.vessel, show),
  level: (name) => msg`how deep the water stands in ${name}`,

  asks(s) {
    const drawdown = drawdownOf(s);
    return [
      {
        asks: [
          msg`While the pump runs the water stands`,
          {
            field: 'pumpingLevelM',
            id: 'pumping-level',
            label: msg`Pumping level`,
            kind: 'height',
            edit: msg`set the pumping level`,
            value: s.pumpingLevelM,
          },
          msg`under the ground; it comes up through`,
          { pipe: 'drop', name: msg`drop pipe`, of: s.drop },
          '.',
          msg`With nothing drawn it stands`,
          {
            field: 'restLevelM',
            id: 'rest-level',
            label: msg`Level at rest`,
            kind: 'height',
            edit: msg`set the level at rest`,
            value: s.restLevelM ?? s.pumpingLevelM,
            unsaid: s.restLevelM === undefined,
          },
          msg`deep, and the pumping level was read while`,
          {
            field: 'testLph',
            id: 'test-flow',
            label: msg`Flow of the test`,
            kind: 'flow',
            edit: msg`set the flow of the test`,
            value: s.testLph ?? s.yieldLph,
            unsaid: s.testLph === undefined,
          },
          msg`was drawn`,
          ...(drawdown
            ? [
                msg`: it sinks`,
                { shows: drawdown.mPerLph * DRAWN_AT_LPH, kind: 'height' as const },
                msg`for each`,
                { shows: DRAWN_AT_LPH, kind: 'flow' as const },
              ]
            : []),
          '.',
          msg`The well gives`,
          {
            field: 'yieldLph',
            id: 'sustainable-yield',
            label: msg`Sustainable yield`,
            kind: 'flow',
            edit: msg`set the yield`,
            value: s.yieldLph,
          },
          msg`day and night.`,
        ],
      },
      { facts: 'curve' },
      { facts: 'switch' },
      pumpAsks(s),
    ];
  },
  questions: {
    ...curveQuestions<Well>(),
    switch: switchQuestion<Well>(),
    depth: {
      id: 'depth',
      ask: msg`How deep is the water while the pump runs, and what does the well give?`,
      how: msg`The driller’s sheet says both. Or let down a cord with a weight while the pump runs: it splashes at the water.`,
      picture: 'depth',
      fields: [
        {
          label: msg`Water under the ground`,
          kind: 'height',
          words: [msg`The water stands`, msg`under the ground;`],
          bounds: [0, 300],
          get: (s) => s.pumpingLevelM,
          put(stated, v, s) {
            stated.pumpingLevelM = v;
            const drop = within(stated, 'drop');
            if (s.drop.lengthM < v + PUMP_UNDER_M) drop.lengthM = v + PUMP_UNDER_M;
          },
          measures: ['pumpingLevelM', 'drop'],
        },
        askedField<Well>(
          'yieldLph',
          msg`Well gives`,
          'flow',
          [msg`the well gives`, msg`day and night.`],
          [50, 200_000],
        ),
      ],
    },
  },
  sign: { frame: 'round', path: 'M-6 -4H6M-4 -4V8M4 -4V8M-4 3q2 -2 4 0t4 0' },
});
