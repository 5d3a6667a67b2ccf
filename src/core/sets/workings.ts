import { msg } from '../language';
import { coverKind } from '../catalog/covers';
import { soilKind } from '../catalog/soils';
import { bedsWord, cropName, type FullPlan } from '../plan';
import { MOST_H, wettedBy } from '../soil';
import { sum, term, type Working } from '../working';
import { fullMinutes, wholeMinutes } from './days';
import { groundOf, WEEK_D } from './need';
import type { Outlook, SetOutlook } from './outlook';
import type { SetBeds } from './runTime';
import type { BedSeason } from './seasonDays';
import { MIN_PER_HOUR, S_PER_HOUR, S_PER_MIN } from '../units/time';

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
const MM_PER_M = 1000;
/** What is stated where need goes by a rule. */
const RULE_FIELD = {
  weather: 'hotDayMm',
  depth: 'depthMm',
  row: 'rowL',
  plant: 'plantL',
  minutes: 'minutes',
} as const;

/** A pot takes what its plant may use of what it holds; more runs out below. */
function longestInPots(set: string, { beds, ground, need, longestMin, flowLph }: SetBeds): Working {
  return {
    title: msg`Longest useful watering of ${set}`,
    says: msg`The time after which the pots are full again, the mix as dry before as it may get. More runs out below.`,
    formula: 't = a · z · A / Q',
    terms: [
      term('a', msg`water the mix takes, of its volume`, ground.takesMmPerM / MM_PER_M, 'share'),
      term('z', msg`depth of the roots`, need.crop.rootM, 'spacing'),
      term(
        'A',
        msg`ground that the pots stand for`,
        beds.stripM2,
        'area',
        `blocks.${beds.block}.places.spreadM`,
      ),
      term('Q', msg`flow of them all`, flowLph, 'flow'),
    ],
    gives: ([a, z, area, q]) => ((a * MM_PER_M * z * area) / q) * S_PER_HOUR,
    result: term('t', msg`until the pots are full`, longestMin * S_PER_MIN, 'minutes'),
    source: msg`A quarter of potting mix’s volume is water for plants; Handreck and Black, Growing Media.`,
  };
}

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
      title: msg`What the beds of ${s.name} need`,
      says: byWeather
        ? msg`Reference evapotranspiration, times what plant and wet soil use of it, on the whole ground, paths included; less what rain gives, and more to wash salt down. Of the thirstiest beds, in the week that the programme is for.`
        : msg`The rule that is set, by the day, on the whole ground; less the rain that gets in, and more to wash salt down.`,
      formula: byWeather
        ? `N = (ET₀ · (K_cb + K_e) · t − R) / (1 − LR);  ${coefficient.single ? msg`K_cb from K, √P and u` : 'K_cb = K · √P · u'}`
        : 'N = (U − R) / (1 − LR)',
      terms: [
        term('R', msg`of it, given by rain, a day`, need.rainMm, 'depth', weatherField(plan)),
        term('LR', msg`share that washes salt down`, need.leaching, 'share', `${FIELD}.waterDsM`),
        ...(byWeather
          ? [
              term('ET₀', msg`reference, mean of the week`, need.et0Mm, 'depth', weatherField(plan)),
              term('K_cb', msg`of the plant`, coefficient.kcb, 'factor'),
              term('K_e', msg`of the wet soil, under ${cover.name}`, coefficient.ke, 'factor', coverField),
              term(
                't',
                msg`left in a tunnel`,
                beds.tunnel ? rules.tunnelShare : 1,
                'share',
                beds.tunnel ? `${FIELD}.tunnelShare` : undefined,
              ),
              term(
                'K',
                coefficient.single ? msg`single coefficient` : msg`basal coefficient of the plant`,
                coefficient.table,
                'factor',
                `watering.crops.${beds.crop}`,
              ),
              term(
                'P',
                msg`of the ground shaded when full grown`,
                ground.shade,
                'share',
                `blocks.${beds.block}.beds.pathM`,
              ),
              term(
                'u',
                msg`of the plant’s use left under ${cover.name}`,
                ground.uses,
                'share',
                beds.cover === 'film' ? `${FIELD}.filmShare` : coverField,
              ),
            ]
          : [term('U', msg`by the rule, a day`, need.useMm, 'depth', `${FIELD}.${RULE_FIELD[rules.by]}`)]),
        term(
          '',
          msg`width of the ground, its path included`,
          beds.soil.groundM,
          'width',
          `blocks.${beds.block}.beds.pathM`,
        ),
        term('', msg`so, for a length of bed a day`, need.perM, 'volumePerLength'),
      ],
      gives: byWeather
        ? ([rain, salt, et0, plant, soil, tunnel]) =>
            Math.max(0, et0 * (plant + soil) * tunnel - rain) / (1 - salt)
        : ([rain, salt, use]) => Math.max(0, use - rain) / (1 - salt),
      result: term('N', msg`need on the whole ground, a day`, need.mm, 'depth'),
      source: msg`Allen, Pereira, Raes & Smith 1998 (FAO 56): eq. 6 for the reference, ch. 7 and table 17 for plant and wet soil; 0.1·√(100·P) and leaching after Keller & Bliesner 1990; days of the crop’s stages are typical unless you set them.`,
    };
  },
  runTime(s, o, plan) {
    const { time } = s;
    const { day, need } = plan.watering;
    const served = time.beds.filter((b) => b.flowLph > 0);
    const area = sum(served.map((b) => b.beds.areaM2));
    const needMm = area > 0 ? sum(served.map((b) => b.need.mm * b.beds.areaM2)) / area : 0;
    const left = o.ration?.shares.get(s.id) ?? 1;
    const fillS = time.fillMin * S_PER_MIN;
    const netS = time.byHand ? 0 : (time.fullMin - time.fillMin) * time.starts * S_PER_MIN;
    const byArea = need.by !== 'minutes' && need.serves === 'area';
    const title = msg`How long ${s.name} runs`;
    const result = term(
      't',
      time.byHand ? msg`set by hand` : msg`of each start`,
      time.minutes * S_PER_MIN,
      'minutes',
    );
    // Where no more is asked than is allowed there is nothing to share out.
    const rations =
      left < 1 ? [term('a', msg`share of it that the limit on water allows`, left, 'share')] : [];
    const shared = left < 1 ? ' · a' : '';
    const source = msg`A litre on a square metre is a millimetre; time counts from when the last run is at pressure.`;
    // What would not even fill the pipes is not opened at all.
    const opened = (seconds: number, share: number, fill: number): number => {
      const whole = wholeMinutes(seconds / S_PER_MIN);
      if (share >= 1) return whole * S_PER_MIN;
      const drawn = fullMinutes(whole * share) * S_PER_MIN;
      return drawn > fill ? drawn : 0;
    };
    if (time.byHand)
      return {
        title,
        says:
          plan.watering.sets.find((x) => x.id === s.id)?.litres === undefined
            ? msg`Its minutes are set by hand.`
            : msg`A meter ends it: so long its litres take at its flow, in whole minutes.`,
        formula: `t = ⌈t_said⌉${shared}`,
        terms: [
          term('t_said', 'said', time.fullMin * S_PER_MIN, 'minutes'),
          term('t_fill', msg`of it, filling`, fillS, 'minutes'),
          ...rations,
        ],
        gives: ([said, fill, share = 1]) => opened(said, share, fill),
        result,
        source,
      };
    const days = term('d', msg`days between waterings`, day.everyDays, 'count', 'watering.day.everyDays');
    const starts = term('n', msg`starts a day`, time.starts, 'count', 'watering.day.startsPerDay');
    const evenness = term('E', 'evenness', s.evenness, 'share');
    const fill = term('t_fill', msg`until the last run is at pressure`, fillS, 'minutes');
    if (!byArea) {
      const perDayS = need.by === 'minutes' ? netS / day.everyDays : (netS * s.evenness) / day.everyDays;
      return {
        title,
        says:
          need.by === 'minutes'
            ? msg`The minutes of the rule; shared over the starts; and the filling on top of each, in whole minutes.`
            : msg`The time that serves ${need.serves === 'mean' ? msg`its beds on the mean` : msg`its thirstiest beds`}, each bed’s need over its own flow; over the evenness, so that the least watered get enough; shared over the starts; and the filling on top of each, in whole minutes.`,
        formula: `t = ⌈T·d${need.by === 'minutes' ? '' : ' / E'} / n + t_fill⌉${shared}`,
        terms: [
          term(
            'T',
            need.by === 'minutes' ? msg`by the rule, a day` : msg`need over flow, a day`,
            perDayS,
            'minutes',
            need.by === 'minutes' ? `${FIELD}.minutes` : undefined,
          ),
          days,
          need.by === 'minutes'
            ? term('', msg`evenness, which the rule leaves aside`, s.evenness, 'share')
            : evenness,
          starts,
          fill,
          ...rations,
        ],
        gives: ([t, d, e, n, filling, share = 1]) =>
          opened((t * d) / (need.by === 'minutes' ? 1 : e) / n + filling, share, filling),
        result,
        source,
      };
    }
    return {
      title,
      says: msg`Need over the rate at which it is put on, over the evenness, so that the least watered beds get enough; shared over the starts; and the filling on top of each, in whole minutes.`,
      formula: `t = ⌈N·d·A / (Q·E) / n + t_fill⌉${shared}`,
      terms: [
        term('N', msg`need a day, mean of its beds`, needMm, 'depth'),
        days,
        term('A', msg`ground of its beds, paths included`, area, 'area'),
        term('Q', msg`flow of the set`, sum(served.map((b) => b.flowLph)), 'flow'),
        evenness,
        starts,
        fill,
        term('', msg`rate on the whole ground`, area > 0 ? s.flowLph / area : 0, 'rate'),
        ...rations,
      ],
      gives: ([mm, d, ground, lph, e, n, filling, , share = 1]) => {
        const net = lph > 0 && e > 0 ? ((mm * d * ground) / (lph * e)) * S_PER_HOUR : 0;
        return net > 0 ? opened(net / n + filling, share, filling) : 0;
      },
      result,
      source,
    };
  },
  filling: (s) => ({
    title: msg`How long ${s.name} takes to fill`,
    says: msg`Headers (and a main that drains) fill with what the source gives into empty pipes; then the runs together, each behind a front at no pressure while what is filled drips already. It is followed step by step, the source and its pipes taken at each moment’s flow.`,
    formula: msg`t = t_h + t_r;  t_h = V_h / Q₀,  t_r = Σ ΔV / Q(p)`,
    terms: [
      term('t_h', msg`until headers (and a main that drains) are full`, s.filling.beforeRunsS, 'minutes'),
      term(
        't_r',
        msg`and then the runs`,
        Math.max(0, s.filling.seconds - s.filling.beforeRunsS) || 0,
        'minutes',
      ),
      term('V_h', 'headers', s.filling.headersL, 'volume'),
      term('V_r', 'runs', s.filling.runsL, 'volume'),
      term('', 'mains', s.filling.mainsL, 'volume'),
      term('Q₀', msg`flow into empty pipes`, s.filling.flowLph, 'flow'),
      term('', msg`drains after each start`, s.filling.drainsL, 'volume'),
    ],
    gives: ([before, runs]) => before + runs,
    result: term('t', msg`until the last run is at pressure`, s.filling.seconds, 'minutes'),
    source: msg`Mass balance of the pipes; friction and emitters by the plan’s own laws.`,
  }),
  travel: (s) => ({
    title: msg`How long water travels in ${s.name}`,
    says: msg`In each piece its volume over the flow that passes it, from the head to the last emitter of the slowest run. Along a run less passes each emitter, so the last stretch takes longest.`,
    formula: 't = Σ V_i / Q_i',
    terms: [
      term('', msg`in the main`, s.travel.mainS, 'minutes'),
      term('', msg`in the header`, s.travel.headerS, 'minutes'),
      term('', msg`in the run`, s.travel.runS, 'minutes'),
    ],
    gives: sum,
    result: term('t', msg`to the last emitter`, s.travel.seconds, 'minutes'),
    source: msg`Plug flow; for n like emitters it is V/Q · (1 + 1/2 + … + 1/n).`,
  }),
  load: (s) => ({
    title: msg`What ${s.name} asks and gets`,
    says: msg`The set is solved: what it asks for with every regulator satisfied, against what the source gives at the pressure that takes.`,
    formula: msg`S = Q_source − Q, not under 0 where it runs`,
    terms: [
      term('Q', 'asked', s.asksLph, 'flow'),
      term('Q_source', msg`the source gives at the pressure that takes`, s.givesLph, 'flow'),
    ],
    gives: ([asked, given]) => given - asked,
    result: term('S', msg`to spare`, s.givesLph - s.asksLph, 'flow'),
    source: msg`The solver, with this set open and nothing else.`,
  }),
  longest(s, _, plan) {
    const b = s.time.beds
      .filter((x) => x.flowLph > 0)
      .reduce((a, x) => (x.longestMin < a.longestMin ? x : a), s.time.beds[0]);
    if (!b) return undefined;
    if (b.beds.potL > 0) return longestInPots(s.name, b);
    const soil = soilKind(plan.blocks[b.beds.block].ground.soil);
    const wetted = wettedBy((b.emitterLph * b.longestMin * S_PER_MIN) / S_PER_HOUR, b.ground);
    return {
      title: msg`Longest useful watering of ${s.name}`,
      says: msg`The time after which the wetted soil under an emitter is as deep as the roots, the soil as dry before as it may get. Its size follows from the water: as much soil as what it takes; its shape, depth over width, from the formula. Where neighbours meet, what they would share is wetted further down.`,
      formula: msg`t = a · π/4 · w · z · (s − s³/3w²) / q, at most 200 h;  w solves z/w = 2.54/1.82 · V^0.41 · (K_s/q)^0.62;  s = w where w is less`,
      terms: [
        term('w', msg`width of what is wetted then`, wetted.widthM, 'spacing'),
        term('z', msg`depth of the roots`, b.need.crop.rootM, 'spacing'),
        term('q', msg`flow of an emitter`, b.emitterLph, 'emitterFlow'),
        term('s', msg`emitter spacing`, b.beds.tape.spacingM, 'spacing'),
        term(
          'a',
          msg`water the soil takes, of its volume`,
          b.ground.takesMmPerM / MM_PER_M,
          'share',
          `blocks.${b.beds.block}.ground.soil`,
        ),
        term('K_s', msg`conductivity of ${soil.name}`, soil.ksMps * S_PER_HOUR * MM_PER_M, 'rate'),
        term(
          '',
          msg`room across for each run`,
          b.ground.roomM,
          'width',
          `blocks.${b.beds.block}.beds.widthM`,
        ),
      ],
      gives: ([w, z, q, s, a]) => {
        const along = Math.min(s, w);
        const soilM3 = w > 0 ? (Math.PI / 4) * w * z * (along - along ** 3 / (3 * w ** 2)) : 0;
        return Math.min(MOST_H, (a * MM_PER_M * soilM3) / q) * S_PER_HOUR;
      },
      result: term('t', msg`until water passes the roots`, b.longestMin * S_PER_MIN, 'minutes'),
      source: msg`Schwartzman & Zur 1986 for the shape; FAO 56, table 19, for what soil holds; K_s after Rawls, Brakensiek & Saxton 1982. V and q in SI units.`,
    };
  },
  week: (_, o, plan) => ({
    title: msg`Water a week`,
    says: msg`What the sets draw on a watering day, filling counted, times the watering days of a week.`,
    formula: 'W = V_day · 7 / d',
    terms: [
      term('V_day', msg`on a watering day`, o.day.volumeL, 'volume'),
      term('d', msg`days between waterings`, plan.watering.day.everyDays, 'count', 'watering.day.everyDays'),
    ],
    gives: ([litres, days]) => (litres * WEEK_D) / days,
    result: term('W', msg`a week`, o.weekL, 'volume'),
    source: msg`Flow of each set times its minutes.`,
  }),
  emptying(s, o) {
    const run = o.tank?.sets.find((x) => x.id === s.id)?.run;
    if (!run) return undefined;
    return {
      title: msg`How long the tank lasts for ${s.name}`,
      says: msg`The set is solved with the water at levels from full to the outlet; each slice of water takes its volume over the flow at its level.`,
      formula: msg`t = V / Q_mean;  t = Σ A·Δh / Q(h), slice by slice`,
      terms: [
        term('V', msg`given until then`, run.emptyL, 'volume'),
        term(
          'Q_mean',
          msg`mean flow on the way`,
          run.emptyMin > 0 ? (run.emptyL / run.emptyMin) * MIN_PER_HOUR : 0,
          'flow',
        ),
        term('', msg`flow when full`, run.moments[0].flowLph, 'flow'),
        term('', msg`flow at the outlet`, run.moments.at(-1)!.flowLph, 'flow'),
        term(
          '',
          msg`given before an emitter gets too little pressure to drip as it should`,
          run.leavesL,
          'volume',
        ),
        term('', msg`until then`, run.leavesMin * S_PER_MIN, 'minutes'),
      ],
      gives: ([litres, lph]) => (lph > 0 ? (litres / lph) * S_PER_HOUR : 0),
      result: term('t', msg`until empty`, run.emptyMin * S_PER_MIN, 'minutes'),
      source: msg`Mass balance; for one opening it is Torricelli’s 2A(√h₁ − √h₂)/k.`,
    };
  },
  inject: (s, _, plan) => ({
    title: msg`Feeding ${s.name}`,
    says: msg`The feed planned for its beds is dissolved to stock, and injected for at least as long as water travels to the last emitter of the slowest run.`,
    formula: 'V = g·A / c;  q = V / t',
    terms: [
      term(
        'g',
        msg`on each square metre`,
        plan.watering.feeding.perM2G,
        'feedOnBed',
        'watering.feeding.perM2G',
      ),
      term('A', msg`area of its open beds`, s.feed.areaM2, 'area'),
      term(
        'c',
        msg`in each litre of stock`,
        plan.watering.feeding.stockGPerL,
        'strength',
        'watering.feeding.stockGPerL',
      ),
      term('t', 'injecting', s.feed.injectMin * S_PER_MIN, 'minutes'),
      term('V', 'stock', s.feed.stockL, 'volume'),
      term('', msg`water for one of stock`, s.feed.ratio, 'count'),
    ],
    gives: ([g, a, c, t]) => (t > 0 ? ((g * a) / c / t) * S_PER_HOUR : 0),
    result: term('q', msg`of stock into the water`, s.feed.rateLph, 'emitterFlow'),
    source: msg`Travel time of the slowest path, from the solver.`,
  }),
};

/** All that can be shown of a set. */
export const SET_WORKING_NAMES = Object.keys(MAKERS) as SetWorkingName[];

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

/** Beds of a season in words: “North: tomatoes, 4 beds”. */
export const seasonBeds = (plan: FullPlan, { block, crop, keys }: BedSeason): string =>
  `${plan.blocks[block].name}: ${cropName(plan, crop)}, ${bedsWord(plan.blocks[block], keys)}`;

/** How the water of some beds through the season balances. */
export function seasonWorking(s: BedSeason, plan: FullPlan): Working {
  const litres = (symbol: string, meaning: string, perM: number) =>
    term(symbol, meaning, perM * s.lengthM, 'volume');
  return {
    title: msg`The season’s water of ${seasonBeds(plan, s)}`,
    says: msg`What comes in, less what the crop uses and what passes its roots, is what is left, day after day; here added up from its planting to its end.`,
    formula: 'E = B + G + R + N − U − D',
    terms: [
      litres('B', msg`held where roots are, at planting`, s.store.beganL),
      litres('G', msg`given by the drip`, sum(s.givenL)),
      litres('R', msg`rain that got in`, sum(s.rainL)),
      litres('N', msg`found by roots that grew, and corrected by hand`, s.store.broughtL),
      litres('U', msg`used by the crop`, sum(s.usedL)),
      litres('D', msg`passed the roots, beside the drip too`, sum(s.deepL) + s.store.besideDeepL),
      litres('', msg`it would have used`, sum(s.wantedL)),
      term('', msg`days on which it went short`, s.shortDays, 'count'),
    ],
    gives: ([b, g, r, n, u, d]) => b + g + r + n - u - d,
    result: litres('E', msg`held at its end`, s.store.endedL),
    source: msg`Allen, Pereira, Raes & Smith 1998 (FAO 56), ch. 8.`,
  };
}
