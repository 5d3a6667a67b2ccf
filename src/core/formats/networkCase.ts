import Joi from 'joi';
import { msg } from '../language';
import { NetworkError, type LateralSpec, type NetworkResult, type NetworkSpec } from '../hydraulics/network';
import { profileOf } from '../hydraulics/run';
import { brokenJson } from '../plan';

const number = Joi.number().required();
const positive = Joi.number().greater(0).required();
const optionalNotNegative = Joi.number().min(0);
const id = Joi.string().min(1).required();

const kinds = (...names: string[]) => Joi.valid(...names).required();

const choose = (cases: Record<string, Joi.ObjectSchema>, fallback?: string): Joi.AlternativesSchema =>
  Joi.alternatives().conditional('.kind', {
    switch: Object.entries(cases).map(([kind, then]) => ({
      is: kind === fallback ? Joi.valid(kind).optional() : Joi.valid(kind).required(),
      then,
    })),
    otherwise: Joi.object({ kind: kinds(...Object.keys(cases)) }).unknown(),
  });

const supplies = {
  constant: Joi.object({ node: id, kind: kinds('constant'), pressureKpa: number }),
  'two-point': Joi.object({
    node: id,
    kind: kinds('two-point'),
    staticKpa: number,
    flowingKpa: Joi.number().max(Joi.ref('staticKpa')).required(),
    flowLph: positive,
  }),
  pump: Joi.object({
    node: id,
    kind: kinds('pump'),
    points: Joi.array()
      .items(Joi.object({ flowLph: Joi.number().min(0).required(), pressureKpa: number }))
      .min(2)
      .required(),
  }),
  tank: Joi.object({ node: id, kind: kinds('tank'), waterLevelM: number }),
};

const ends = { from: id, to: id };
const loss = {
  fixedKpa: optionalNotNegative,
  lossKpa: Joi.number().min(0).required(),
  atLph: positive,
  exponent: Joi.number().greater(0),
};
const links = {
  pipe: Joi.object({
    ...ends,
    kind: kinds('pipe'),
    lengthM: positive,
    diameterMm: positive,
    hazenWilliamsC: Joi.number().greater(0),
    minorK: optionalNotNegative,
  }),
  loss: Joi.object({ ...ends, kind: kinds('loss'), ...loss }),
  regulator: Joi.object({ ...ends, kind: kinds('regulator'), setKpa: number, ...loss }),
};

const emitterBase = { spacingM: positive, flowLph: positive, barbLengthM: optionalNotNegative };
const emitters = {
  power: Joi.object({
    ...emitterBase,
    kind: Joi.valid('power'),
    atKpa: positive,
    exponent: Joi.number().min(0).max(2),
  }),
  compensating: Joi.object({
    ...emitterBase,
    kind: kinds('compensating'),
    minKpa: positive,
    atKpa: Joi.number(),
  }),
};

const lateral = Joi.object({
  id,
  node: id,
  lengthM: positive,
  diameterMm: positive,
  hazenWilliamsC: Joi.number().greater(0),
  slope: Joi.number(),
  profile: Joi.array().items(Joi.array().ordered(number, number).length(2)).min(1),
  firstEmitterM: optionalNotNegative,
  inletK: optionalNotNegative,
  emitter: choose(emitters, 'power').required(),
});

const schema = Joi.object({
  name: Joi.string().allow(''),
  waterC: Joi.number().min(0).max(100),
  friction: Joi.valid('darcy-weisbach', 'hazen-williams'),
  supply: choose(supplies).required(),
  nodes: Joi.array()
    .items(Joi.object({ id, elevationM: number }))
    .min(1)
    .required(),
  links: Joi.array().items(choose(links)).required(),
  ties: Joi.array().items(choose({ pipe: links.pipe, loss: links.loss })),
  laterals: Joi.array().items(lateral).required(),
  expected: Joi.any(),
});

/**
 * Reads a network case.
 * @throws NetworkError with the path of the field at fault
 */
export function readNetworkCase(text: string): NetworkSpec {
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new NetworkError('file', brokenJson(text, error).replace(/^the file is broken: it /, ''));
  }
  if (typeof json !== 'object' || json === null || Array.isArray(json))
    throw new NetworkError('file', msg`is not a network`);
  const { error, value } = schema.validate(json, {
    convert: false,
    allowUnknown: true,
    errors: { label: false },
  });
  if (error) {
    const [first] = error.details;
    const path =
      first.path.reduce<string>((t, k) => (typeof k === 'number' ? `${t}[${k}]` : t ? `${t}.${k}` : k), '') ||
      'file';
    throw new NetworkError(path, first.message);
  }
  const { laterals, ...network } = value as CaseFile;
  delete network.expected;
  checkRising({ laterals, ...network });
  return {
    ...network,
    laterals: laterals.map(({ profile, ...l }) => ({
      ...l,
      ...(profile && { profile: profileOf(profile) }),
    })),
  };
}

/** A case as its file has it: profiles as points. */
type CaseFile = Omit<NetworkSpec, 'laterals'> & {
  laterals: (Omit<LateralSpec, 'profile'> & { profile?: [number, number][] })[];
  expected?: unknown;
};

/** What a schema cannot say: points that must go one way. */
function checkRising(network: CaseFile): void {
  if (network.supply.kind === 'pump') {
    network.supply.points.forEach((p, i, all) => {
      if (i === 0) return;
      if (p.flowLph <= all[i - 1].flowLph)
        throw new NetworkError(`supply.points[${i}].flowLph`, msg`must be above the point before it`);
      if (p.pressureKpa > all[i - 1].pressureKpa) {
        throw new NetworkError(
          `supply.points[${i}].pressureKpa`,
          msg`a pump’s pressure does not rise with its flow`,
        );
      }
    });
  }
  network.laterals.forEach((l, i) => {
    l.profile?.forEach((point, j, all) => {
      if (j > 0 && point[0] <= all[j - 1][0])
        throw new NetworkError(`laterals[${i}].profile[${j}]`, msg`distances must rise`);
    });
  });
}

const SIX_DECIMALS = 1e6;
const round = (n: number): number => Math.round(n * SIX_DECIMALS) / SIX_DECIMALS;

/** The result in the shape of a case's `expected`, rounded to a millionth. */
export function writeNetworkResult({ supply, nodes, byId }: NetworkResult): string {
  const tidy = (value: unknown): unknown =>
    typeof value === 'number'
      ? round(value)
      : value && typeof value === 'object'
        ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, tidy(v)]))
        : value;
  return JSON.stringify(tidy({ supply, nodes, laterals: byId }), null, 1);
}
