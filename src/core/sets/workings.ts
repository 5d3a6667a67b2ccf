import { coverKind } from '../catalog/covers';
import { soilKind } from '../catalog/soils';
import type { FullPlan } from '../plan';
import { term, type Working } from '../working';
import { groundOf } from './need';
import type { Outlook, SetOutlook } from './outlook';

/** Numbers of a set that show how they were come by. */
export type SetWorkingName =
  'need' | 'runTime' | 'filling' | 'travel' | 'load' | 'longest' | 'week' | 'emptying' | 'inject';

type Make = (s: SetOutlook, o: Outlook, plan: FullPlan) => Working | undefined;

const FIELD = 'watering.need';
/** What was stated of the weather, in the order in which it counts. */
const weatherField = ({ watering }: FullPlan): string =>
  watering.weather
    ? 'watering.weather'
    : watering.climate.months
      ? 'watering.climate.months'
      : `${FIELD}.hotDayMm`;
const S_PER_MIN = 60;

const MAKERS: Record<SetWorkingName, Make> = {
  need(s, _, plan) {
    const thirstiest = s.time.beds.reduce((a, b) => (b.need.mm > a.need.mm ? b : a), s.time.beds[0]);
    if (!thirstiest) return undefined;
    const { need, beds } = thirstiest;
    const { coefficient } = need;
    const ground = groundOf(plan, beds);
    const cover = coverKind(beds.cover);
    const coverField = `blocks.${beds.block}.beds.cover`;
    const rules = plan.watering.need;
    const byWeather = rules.by === 'weather';
    return {
      title: `What the beds of ${s.name} need`,
      says: byWeather
        ? 'Reference evapotranspiration, times what plant and wet soil use of it, on the whole ground, paths included; less what rain gives, and more to wash salt down. Of the thirstiest beds, in the week that the programme is for.'
        : 'The rule that is set, by the day, on the whole ground; less the rain that gets in, and more to wash salt down.',
      formula: byWeather
        ? 'N = (ET₀ · (K_cb + K_e) · t − R) / (1 − LR);  K_cb = K · √P · u'
        : 'N = (rule / 7 − R) / (1 − LR)',
      terms: [
        ...(byWeather
          ? [
              term('ET₀', 'reference, mean of the week', need.et0Mm, 'depth', weatherField(plan)),
              term(
                'K',
                coefficient.single ? 'single coefficient' : 'basal coefficient of the plant',
                coefficient.table,
                'factor',
                `watering.crops.${beds.crop}`,
              ),
              term(
                'P',
                'of the ground shaded when full grown',
                ground.shade,
                'share',
                `blocks.${beds.block}.beds.pathM`,
              ),
              term(
                'u',
                `of the plant’s use left under ${cover.name}`,
                ground.uses,
                'share',
                beds.cover === 'film' ? `${FIELD}.filmShare` : coverField,
              ),
              term('K_cb', 'so, of the plant', coefficient.kcb, 'factor'),
              term('K_e', `of the wet soil, under ${cover.name}`, coefficient.ke, 'factor', coverField),
              term(
                't',
                'left in a tunnel',
                beds.tunnel ? rules.tunnelShare : 1,
                'share',
                `${FIELD}.tunnelShare`,
              ),
            ]
          : [term('', 'by the rule, a day', need.useMm, 'depth')]),
        term('R', 'of it, given by rain, a day', need.rainMm, 'depth', weatherField(plan)),
        term('LR', 'share that washes salt down', need.leaching, 'share', `${FIELD}.waterDsM`),
        term(
          '',
          'ground for each metre of bed, its path included',
          beds.soil.groundM,
          'width',
          `blocks.${beds.block}.beds.pathM`,
        ),
        term('', 'so, for each metre (3.3 ft) of bed a day', need.perM, 'volume'),
      ],
      result: term('N', 'need on the whole ground, a day', need.mm, 'depth'),
      source:
        'Allen, Pereira, Raes & Smith 1998 (FAO 56): eq. 6 for the reference, ch. 7 and table 17 for plant and wet soil; 0.1·√(100·P) and leaching after Keller & Bliesner 1990; days of the crop’s stages are typical unless you set them.',
    };
  },
  runTime(s, _, plan) {
    const { time } = s;
    const area = time.beds.reduce((sum, b) => sum + b.beds.areaM2, 0);
    return {
      title: `How long ${s.name} runs`,
      says: 'Need over the rate at which it is put on, over the evenness, so that the least watered beds get enough; shared over the starts; and the filling on top of each.',
      formula: 't = N·d / (r·E) / n + t_fill;  r = Q / A',
      terms: [
        term(
          'N',
          'need a day, mean of its beds',
          area > 0 ? time.needL / area / plan.watering.day.everyDays : 0,
          'depth',
        ),
        term('d', 'days between waterings', plan.watering.day.everyDays, 'count', 'watering.day.everyDays'),
        term('Q', 'flow of the set', s.flowLph, 'flow'),
        term('A', 'ground of its beds, paths included', area, 'area'),
        term('r', 'rate on the whole ground', area > 0 ? s.flowLph / area : 0, 'rate'),
        term('E', 'evenness', s.evenness, 'share'),
        term('n', 'starts a day', time.starts, 'count', 'watering.day.startsPerDay'),
        term('t_fill', 'until the last run is at pressure', time.fillMin * S_PER_MIN, 'minutes'),
      ],
      result: term('t', time.byHand ? 'said by hand' : 'of each start', time.minutes * S_PER_MIN, 'minutes'),
      source: 'A litre on a square metre is a millimetre; time counts from when the last run is at pressure.',
    };
  },
  filling: (s) => ({
    title: `How long ${s.name} takes to fill`,
    says: 'Headers (and a main that drains) fill with what the source gives into empty pipes; then the runs together, each behind a front at no pressure while what is filled drips already. It is followed step by step, the source and its pipes taken at each moment’s flow.',
    formula: 't = V_h / Q₀ + Σ ΔV / Q(p)',
    terms: [
      term('V_h', 'headers', s.filling.headersL, 'volume'),
      term('V_r', 'runs', s.filling.runsL, 'volume'),
      term('', 'mains', s.filling.mainsL, 'volume'),
      term('Q₀', 'flow into empty pipes', s.filling.flowLph, 'flow'),
      term('', 'drains after each start', s.filling.drainsL, 'volume'),
    ],
    result: term('t', 'until the last run is at pressure', s.filling.seconds, 'minutes'),
    source: 'Mass balance of the pipes; friction and emitters by the plan’s own laws.',
  }),
  travel: (s) => ({
    title: `How long water travels in ${s.name}`,
    says: 'In each piece its volume over the flow that passes it, from the head to the last emitter of the slowest run. Along a run less passes each emitter, so the last stretch takes longest.',
    formula: 't = Σ V_i / Q_i',
    terms: [
      term('', 'in the main', s.travel.mainS, 'minutes'),
      term('', 'in the header', s.travel.headerS, 'minutes'),
      term('', 'in the run', s.travel.runS, 'minutes'),
    ],
    result: term('t', 'to the last emitter', s.travel.seconds, 'minutes'),
    source: 'Plug flow; for n like emitters it is V/Q · (1 + 1/2 + … + 1/n).',
  }),
  load: (s) => ({
    title: `What ${s.name} asks and gets`,
    says: 'The set is solved: what it asks for with every regulator satisfied, against what the source gives at the pressure that takes.',
    formula: 'Q ≤ Q_source(p)',
    terms: [term('Q', 'asked', s.asksLph, 'flow')],
    result: term('Q_source', 'the source gives', s.givesLph, 'flow'),
    source: 'The solver, with this set open and nothing else.',
  }),
  longest(s, _, plan) {
    const b = s.time.beds
      .filter((x) => x.flowLph > 0)
      .reduce((a, x) => (x.longestMin < a.longestMin ? x : a), s.time.beds[0]);
    if (!b) return undefined;
    const soil = soilKind(plan.blocks[b.beds.block].ground.soil);
    return {
      title: `Longest useful watering of ${s.name}`,
      says: 'The time after which the wetted soil under an emitter is as deep as the roots, the soil as dry before as it may get. Its size follows from the water: as much soil as what it takes; its shape, depth over width, from the formula. Where neighbours meet, what they would share is wetted further down.',
      formula:
        'q · t = a · π/4 · w · z · (s − s³/3w²);  z/w = 2.54/1.82 · V^0.41 · (K_s/q)^0.62;  s = w where w is less',
      terms: [
        term('z', 'depth of the roots', b.need.crop.rootM, 'spacing'),
        term('K_s', `conductivity of ${soil.name}`, soil.ksMps * 3.6e6, 'rate'),
        term('q', 'flow of an emitter', b.emitterLph, 'emitterFlow'),
        term('s', 'emitter spacing', b.beds.tape.spacingM, 'spacing'),
        term(
          'a',
          'the soil takes, mm for each metre of depth',
          b.ground.takesMmPerM,
          'factor',
          `blocks.${b.beds.block}.ground.soil`,
        ),
        term('', 'room across for each run', b.ground.roomM, 'width', `blocks.${b.beds.block}.beds.widthM`),
      ],
      result: term('t', 'until water passes the roots', b.longestMin * S_PER_MIN, 'minutes'),
      source:
        'Schwartzman & Zur 1986 for the shape; FAO 56, table 19, for what soil holds; K_s after Rawls, Brakensiek & Saxton 1982. V and q in SI units.',
    };
  },
  week: (_, o, plan) => ({
    title: 'Water a week',
    says: 'What the sets draw on a watering day, filling counted, times the watering days of a week.',
    formula: 'W = V_day · 7 / d',
    terms: [
      term('V_day', 'on a watering day', o.day.volumeL, 'volume'),
      term('d', 'days between waterings', plan.watering.day.everyDays, 'count', 'watering.day.everyDays'),
    ],
    result: term('W', 'a week', o.weekL, 'volume'),
    source: 'Flow of each set times its minutes.',
  }),
  emptying(s, o) {
    const run = o.tank?.sets.find((x) => x.id === s.id)?.run;
    if (!run) return undefined;
    return {
      title: `How long the tank lasts for ${s.name}`,
      says: 'The set is solved with the water at levels from full to the outlet; each slice of water takes its volume over the flow at its level.',
      formula: 't = Σ A·Δh / Q(h)',
      terms: [
        term('', 'flow when full', run.moments[0].flowLph, 'flow'),
        term('', 'flow at the outlet', run.moments.at(-1)!.flowLph, 'flow'),
        term('', 'given before an emitter gets too little pressure', run.leavesL, 'volume'),
        term('', 'until then', run.leavesMin * S_PER_MIN, 'minutes'),
      ],
      result: term('t', 'until empty', run.emptyMin * S_PER_MIN, 'minutes'),
      source: 'Mass balance; for one opening it is Torricelli’s 2A(√h₁ − √h₂)/k.',
    };
  },
  inject: (s, _, plan) => ({
    title: `Feeding ${s.name}`,
    says: 'The feed planned for its beds is dissolved to stock, and injected for at least as long as water travels to the last emitter of the slowest run.',
    formula: 'V = g·A / c;  q = V / t',
    terms: [
      term('g', 'on each square metre', plan.watering.feeding.perM2G, 'feedOnBed', 'watering.feeding.perM2G'),
      term('A', 'area of its open beds', s.feed.areaM2, 'area'),
      term(
        'c',
        'in each litre of stock',
        plan.watering.feeding.stockGPerL,
        'strength',
        'watering.feeding.stockGPerL',
      ),
      term('V', 'stock', s.feed.stockL, 'volume'),
      term('t', 'injecting', s.feed.injectMin * S_PER_MIN, 'minutes'),
      term('', 'water for one of stock', s.feed.ratio, 'count'),
    ],
    result: term('q', 'of stock into the water', s.feed.rateLph, 'emitterFlow'),
    source: 'Travel time of the slowest path, from the solver.',
  }),
};

/** How a number of a set was come by. */
export const setWorking = (
  name: SetWorkingName,
  setId: string,
  outlook: Outlook,
  plan: FullPlan,
): Working | undefined => {
  const set = outlook.sets.find((s) => s.id === setId) ?? outlook.sets[0];
  return set && MAKERS[name](set, outlook, plan);
};
