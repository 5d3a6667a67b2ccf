import {
  readGround,
  readTable,
  type FileReading,
  type GroundPlace,
  type GroundReading,
  type SurveyColumns,
  type SurveyTable,
} from '../core/formats/ground';
import { readWeatherTable, type WeatherAnswers, type WeatherReading } from '../core/formats/weatherCsv';
import { readPlan, recoverPlan, type PlanReading, type Recovered } from '../core/plan';
import { job, serve, type Ended } from './jobs';

/** Files read off the page: large or bent ones must not hold it up. */
const api = {
  /** A plan file; and of one that cannot be read, what could be saved. */
  readPlan(number: number, text: string): Ended<{ reading: PlanReading; recovered?: Recovered }> {
    return job(number, () => {
      const reading = readPlan(text);
      return reading.ok ? { reading } : { reading, recovered: recoverPlan(text) };
    });
  },
  /** A file of ground. */
  readGround(number: number, bytes: Uint8Array, place: GroundPlace): Ended<FileReading> {
    return job(number, () => readGround(bytes, place));
  },
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
  readWeather(number: number, bytes: Uint8Array, answers: WeatherAnswers): Ended<WeatherReading> {
    return job(number, () => readWeatherTable(bytes, answers));
  },
};

export type ReaderApi = typeof api;

serve(api);
