import Joi from 'joi';
import { msg } from '../../language';
import { fittingKpaPerLph2, friction, frictionKpaPerM, type Medium } from '../../hydraulics/friction';
import { bucketLph, bucketPoints, pumpEfficiency, type PumpCurve } from '../../hydraulics/pump';
import { KPA_PER_M } from '../../hydraulics/water';
import type { KindName } from '../../units';
import { LIMITS, notNegative, positive } from '../fields/bounds';
import type { AddContradiction } from '../fields/contradiction';
import type { PipePiece } from '../fields/pipeTypes';
import { within, type SourceAsked, type SourceQuestion } from './questions';

/* What a pump gives against the head it lifts: by points, by its label, or by a bucket. */

/** A common pressure switch starts a pump at 30 psi. */
export const CUT_IN_KPA = 207;
/** A bucket at the tap beside a house's pressure tank. */
export const BUCKET = { bucketL: 20, triesS: [36] as readonly number[], bucketKpa: CUT_IN_KPA };

export const curveSchema = Joi.object({
  method: Joi.valid('points', 'label', 'bucket'),
  points: Joi.array()
    .items(
      Joi.object({
        flowLph: notNegative(LIMITS.flowLph).required(),
        headM: notNegative(LIMITS.headM).required(),
      }),
    )
    .min(2)
    .max(20),
  powerKw: positive(500),
  labelLph: positive(LIMITS.flowLph),
  labelM: positive(LIMITS.headM),
  bucketL: positive(10000),
  triesS: Joi.array().items(positive(36000)).min(1).max(20),
  bucketKpa: notNegative(LIMITS.pressureKpa),
});

/** Friction of the pipe between water and gauge is taken so where a pump is known by a bucket. */
const BUCKET_MEDIUM: Medium = { waterC: 20, friction: 'darcy-weisbach' };

/** A pump's curve; one that is known only by a bucket has its points estimated. @param stopsKpa its switch stops it there */
export function curveOf(
  curve: PumpCurve,
  liftM: number,
  pipe: PipePiece & { lengthM: number; minorK?: number },
  stopsKpa: number | undefined,
): PumpCurve {
  if (curve.method !== 'bucket') return curve;
  const lph = bucketLph(curve);
  const perM = frictionKpaPerM(friction(pipe.boreMm, pipe.hazenWilliamsC, BUCKET_MEDIUM), lph);
  const lostKpa = pipe.lengthM * perM + fittingKpaPerLph2(pipe.minorK ?? 0, pipe.boreMm) * lph ** 2;
  return { ...curve, points: bucketPoints(curve, liftM, lostKpa / KPA_PER_M, stopsKpa) };
}

/** No small pump turns more of its power into flow and pressure than this. */
const MOST_EFFICIENT = 0.85;

/** What a curve's points, or its label's figures, contradict in each other. */
export function saneCurve(curve: PumpCurve, path: string, add: AddContradiction): void {
  if (curve.method === 'label') {
    if (pumpEfficiency(curve.labelLph, curve.labelM, curve.powerKw) > MOST_EFFICIENT)
      add(
        `${path}.powerKw`,
        msg`a pump of this power cannot give that flow at that head`,
        `${path}.labelLph`,
      );
    return;
  }
  curve.points.forEach((p, i, all) => {
    if (i === 0) return;
    if (p.flowLph <= all[i - 1].flowLph)
      add(
        `${path}.points[${i}].flowLph`,
        msg`each point’s flow must be above that of the point before`,
        `${path}.points[${i - 1}].flowLph`,
      );
    if (p.headM > all[i - 1].headM)
      add(
        `${path}.points[${i}].headM`,
        msg`a pump’s head does not rise with its flow: each point must be at or under the one before`,
        `${path}.points[${i - 1}].headM`,
      );
  });
}

type CurveField = [
  field: keyof PumpCurve & string,
  label: string,
  kind: KindName,
  words: [string, string],
  bounds: [number, number],
];
/** Fields of a pump's curve, as it is known by one method; of tries the first is asked. */
const asked = <S extends { curve: PumpCurve }>(
  method: 'label' | 'bucket',
  fields: CurveField[],
): SourceAsked<S>[] =>
  fields.map(([field, label, kind, words, bounds]) => ({
    label,
    kind,
    words,
    bounds,
    get(s) {
      const value = s.curve[field] as number | readonly number[];
      return typeof value === 'number' ? value : value[0];
    },
    put: (stated, v) =>
      void Object.assign(within(stated, 'curve'), { method, [field]: field === 'triesS' ? [v] : v }),
    measures: ['curve'],
  }));

/** A pump by its label, and one of which nobody knows more than what it fills a bucket with. */
export const curveQuestions = <S extends { curve: PumpCurve }>(): Record<
  'label' | 'bucket',
  SourceQuestion<S>
> => ({
  label: {
    id: 'label',
    ask: msg`What does the pump’s label say?`,
    how: msg`Read its plate: power, flow and head. Where it shows two flows and heads, take the pair in the middle.`,
    picture: 'label',
    fields: asked('label', [
      ['powerKw', msg`Power`, 'power', [msg`It has`, msg`and gives`], [0.05, 200]],
      ['labelLph', msg`Flow on the label`, 'flow', ['', msg`at a head of`], [50, 500_000]],
      ['labelM', msg`Head on the label`, 'height', ['', '.'], [1, 400]],
    ]),
  },
  bucket: {
    id: 'pump-bucket',
    ask: msg`How fast does the pump fill a bucket, and at what pressure?`,
    how: msg`Open a tap near the pressure tank just far enough that the pump runs on and its gauge stands still. Time the bucket, and read the gauge.`,
    picture: 'bucket',
    fields: asked('bucket', [
      ['bucketL', msg`Bucket`, 'volume', [msg`A bucket of`, msg`fills in`], [1, 1000]],
      ['triesS', msg`Seconds to fill it`, 'time', ['', msg`while the gauge stays at`], [1, 3600]],
      ['bucketKpa', msg`Gauge meanwhile`, 'pressure', ['', '.'], [1, 1500]],
    ]),
  },
});
