import { msg } from '../../language';
import type { CropId, CropKind } from '../../catalog/crops';
import type { ClimateId, CropNeed, DayWeather, MonthClimate, Station } from '../../soil';

/** Beds of a block: all that water, or those named. */
export interface BedGroup {
  block: string;
  keys?: string[];
}

/** What is open together. */
export interface WaterSet {
  id: string;
  name: string;
  beds: BedGroup[];
  /** The source that it draws on, where that is another than the plan's. */
  source?: string;
  /** When it is opened, minutes after midnight, where that was set by hand. */
  starts?: number[];
  /** Minutes of each start, where that was set by hand. */
  minutes?: number;
  /** A meter shuts it after so much at each start, L, instead of a clock. */
  litres?: number;
}

/** What opens and shuts valves: a hand, timers with a battery, a controller with wires, or one in the field whose valves hold by themselves. */
export const OPENED_BY = ['hand', 'battery', 'wired', 'latching'] as const;
export type OpenedBy = (typeof OPENED_BY)[number];

/** How sets are opened. */
export interface Switching {
  /** Of all blocks that do not say otherwise; by what stands in head and inlets if not stated. */
  by: OpenedBy;
  /** Where valves that are planned stand: at the head where a block's own pipe leaves it, or at the blocks. */
  valvesAt: 'head' | 'blocks';
  /** Stations of the controller that is there; any number if not stated. */
  stations?: number;
  /** So many valves a hand turns a day at the most, each opened and shut counted once; any number if not stated. */
  handTurns?: number;
}

/** A stretch of the day, minutes after midnight; one that ends before it begins goes over midnight. */
export interface Hours {
  fromMin: number;
  toMin: number;
}

/** What electricity costs in a stretch of the day, per kWh. */
export interface PriceHours extends Hours {
  price: number;
}

/** How need is reckoned: from the weather, or by growers' rules. */
export type NeedRule = 'weather' | 'depth' | 'row' | 'plant' | 'minutes';

export interface NeedRules {
  by: NeedRule;
  /** A depth on the whole bed each week, mm. */
  depthMm: number;
  /** Litres for each metre of run each week. */
  rowL: number;
  /** Litres for each plant or pot a day. */
  plantL: number;
  /** Minutes each day. */
  minutes: number;
  /** Rain of a usual week, where no weather is told day by day, mm: in place of the months' own. */
  rainMm?: number;
  /** Reference evapotranspiration of a day in the thirstiest month, mm: the months' own are drawn up or down to it. */
  hotDayMm?: number;
  /** Share of the plant's own use that is left under film, and of all use in a tunnel. */
  filmShare: number;
  tunnelShare: number;
  /** Share of the rain that gets into beds under film. */
  filmRain: number;
  /** Whose need a set's minutes serve where its beds need unlike: all its water together, the beds' mean, the thirstiest. */
  serves: Serves;
  /** Salt in the water, dS/m, where it is known. */
  waterDsM?: number;
}

export type Serves = 'area' | 'mean' | 'thirstiest';

/** What the weather is taken for where no days are told: a kind of climate, or its months as they are. */
export interface Climate {
  kind: ClimateId;
  latDeg: number;
  /** Twelve of them, January first. */
  months?: MonthClimate[];
}

/** Water that may be drawn, whatever the source can give: a meter, a permit, what a neighbour lets go. */
export interface Allowed {
  dayL?: number;
  weekL?: number;
  /** Sets by their id that are served first, in this order; the rest follow in theirs. */
  order: string[];
}

/** A crop that is not in the table, like one that is. */
export interface OwnCrop {
  id: string;
  name: string;
  /** Of the table: what is not known better is taken from it. */
  like: CropId;
  plantM?: number;
  wets?: CropKind['wets'];
}

/** When water may run. */
export interface DayRules {
  /** A pump, a tap that is free, a borehole that may be drawn on. */
  pump: Hours;
  /** Hours in which watering loses least. */
  cool: Hours;
  /** Valves are turned by hand, while somebody is there: as sets are opened, if not stated. */
  byHand: boolean;
  person: Hours;
  prices: PriceHours[];
  /** What a pump draws, kW. */
  pumpKw: number;
  /** What a cubic metre of water costs, where it is paid for. */
  waterPrice?: number;
  /** One watering day in so many. */
  everyDays: number;
  startsPerDay: number;
  /** Between the end of one set and the beginning of the next, minutes. */
  gapMin: number;
  /** Days without rain that stored water is to last. */
  dryDays: number;
  /** Beds are to be watered for the week that begins on this day; for the season's thirstiest if not stated. */
  forDate?: string;
}

/** What a hand felt of the soil: how much of the water it holds for plants is there. */
export const FEELS = [
  { id: 'dry', name: msg`dry, crumbles, no ball`, share: 0.15 },
  { id: 'some', name: msg`a weak ball that breaks`, share: 0.4 },
  { id: 'moist', name: msg`a ball that holds`, share: 0.65 },
  { id: 'wet', name: msg`a ball that leaves the hand damp`, share: 0.9 },
  { id: 'full', name: msg`water on the hand`, share: 1 },
] as const;
export type FeelId = (typeof FEELS)[number]['id'];

export interface SoilNote {
  id: string;
  date: string;
  block: string;
  feel: FeelId;
}

export interface Season {
  /** First day and length, d. */
  from: string;
  days: number;
  /** By the plan's programme each watering day, or as much as was used since the last. */
  follow: 'need' | 'programme';
}

/** The weather as it was measured, and where. */
export interface Weather {
  place: string;
  station: Station;
  days: DayWeather[];
  /** Days of another year stand for the same days of this one. */
  likeLast: boolean;
}

/** Feed through the drip. */
export interface Feeding {
  /** Of the feed as bought, on each square metre of bed, g. */
  perM2G: number;
  /** Dissolved in each litre of stock, g. */
  stockGPerL: number;
  /** Feed slowly, and rinse: at least so many times the longest travel time. */
  injectTimes: number;
  rinseTimes: number;
}

/** Who waters when, for how long. */
export interface Watering {
  sets: WaterSet[];
  switching: Switching;
  /** Beds of unlike need and material are not put into one set. */
  apart: boolean;
  need: NeedRules;
  day: DayRules;
  season: Season;
  weather?: Weather;
  notes: SoilNote[];
  /** When a crop was planted, where a bed does not say: by the crop. */
  planted: Record<string, string>;
  /** What a grower knows better of a crop than the table. */
  crops: Record<string, Partial<CropNeed>>;
  /** Crops of the grower's own. */
  ownCrops: OwnCrop[];
  climate: Climate;
  allowed: Allowed;
  feeding: Feeding;
}
