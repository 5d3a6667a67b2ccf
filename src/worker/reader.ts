import {
  readHave,
  readPriceBook,
  namedItems,
  type HaveReading,
  type PriceReading,
} from '../core/formats/buyingCsv';
import { decode } from '../core/formats/decode';
import {
  readGround,
  readTable,
  type FileReading,
  type GroundPlace,
  type GroundReading,
  type SurveyColumns,
  type SurveyTable,
} from '../core/formats/ground';
import { readParcel, type ParcelReading } from '../core/formats/parcel';
import { readPlantsCsv, type PlantsReading } from '../core/formats/plantsCsv';
import { readReadings, type ReadingsReading } from '../core/formats/readingsCsv';
import { readWeatherTable, type WeatherAnswers, type WeatherReading } from '../core/formats/weatherCsv';
import { shopFor } from '../core/works';
import { msg } from '../core/language';
import {
  fillIn,
  readParts,
  readPlan,
  recoverPlan,
  type PartsReading,
  type Plan,
  type PlanReading,
  type Recovered,
} from '../core/plan';
import { openFarm, spotsOf } from '../core/season';
import { format, type UnitChoice } from '../core/units';
import { job, serve, type Ended } from './jobs';

/** A file's bytes. @throws Error in words where it is not there any more */
async function bytesOf(file: Blob): Promise<Uint8Array> {
  try {
    return new Uint8Array(await file.arrayBuffer());
  } catch {
    throw new Error(msg`It was moved or changed meanwhile. Choose it again.`);
  }
}

/** Reads a file and makes something of it. */
async function reading<T>(number: number, file: Blob, read: (bytes: Uint8Array) => T): Promise<Ended<T>> {
  const bytes = await bytesOf(file);
  return job(number, () => read(bytes));
}

/** Files are read off the page: large or bent ones must not hold it up. How large they may be was looked at before. */
const api = {
  /** A plan file; and of one that cannot be read, what could be saved. */
  readPlan: (number: number, file: Blob): Promise<Ended<{ reading: PlanReading; recovered?: Recovered }>> =>
    reading(number, file, (bytes) => {
      const { text } = decode(bytes);
      const found = readPlan(text);
      return found.ok ? { reading: found } : { reading: found, recovered: recoverPlan(text) };
    }),
  /** A plan with its book and photographs, or a book alone. */
  readParcel: (number: number, file: Blob): Promise<Ended<ParcelReading>> =>
    reading(number, file, readParcel),
  /** A file of ground. */
  readGround: (number: number, file: Blob, place: GroundPlace): Promise<Ended<FileReading>> =>
    reading(number, file, (bytes) => readGround(bytes, place)),
  /** Points of a table, its columns told. */
  readTable(
    number: number,
    table: SurveyTable,
    columns: SurveyColumns,
    place: GroundPlace,
  ): Ended<GroundReading> {
    return job(number, () => readTable(table, columns, place));
  },
  /** A table of weather. */
  readWeather: (number: number, file: Blob, answers: WeatherAnswers): Promise<Ended<WeatherReading>> =>
    reading(number, file, (bytes) => readWeatherTable(bytes, answers)),
  /** Plants at places. */
  readPlants: (number: number, file: Blob, choice: UnitChoice): Promise<Ended<PlantsReading>> =>
    reading(number, file, (bytes) => readPlantsCsv(decode(bytes).text, choice)),
  /** Parts of a grower's own. */
  readParts: (number: number, file: Blob): Promise<Ended<PartsReading>> =>
    reading(number, file, (bytes) => readParts(decode(bytes).text)),
  /** Readings of a logger, or written down. */
  readReadings: (
    number: number,
    file: Blob,
    plan: Plan,
    set: string | undefined,
    choice: UnitChoice,
    answers: Readonly<Record<string, string>>,
  ): Promise<Ended<ReadingsReading>> =>
    reading(number, file, (bytes) =>
      readReadings(bytes, spotsOf(openFarm(fillIn(plan), set)), choice, answers),
    ),
  /** A price book. */
  readPrices: (number: number, file: Blob, plan: Plan, choice: UnitChoice): Promise<Ended<PriceReading>> =>
    reading(number, file, (bytes) => {
      const full = fillIn(plan);
      return readPriceBook(bytes, namedItems(shopFor(full), shower(choice)), full.build.currency);
    }),
  /** A list of what the grower has. */
  readHave: (number: number, file: Blob, plan: Plan, choice: UnitChoice): Promise<Ended<HaveReading>> =>
    reading(number, file, (bytes) => readHave(bytes, namedItems(shopFor(fillIn(plan)), shower(choice)))),
};
const shower =
  (choice: UnitChoice): Parameters<typeof namedItems>[1] =>
  (value, kind) =>
    format(value, kind, choice);

export type ReaderApi = typeof api;

serve(api);
