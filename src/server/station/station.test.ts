import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { dayWeatherSchema } from '../../core/plan';
import { referenceEtMm, type DayWeather } from '../../core/soil';
import { createApp } from '../app';
import { SIMULATED_STATION, simulatedDays } from './season';

describe('the simulated season', () => {
  const days = simulatedDays('2027-01-01', 365, 7);

  it('is the same for the same seed, from whatever day it is read, and another for another', () => {
    expect(simulatedDays('2027-01-01', 365, 7)).toEqual(days);
    expect(simulatedDays('2027-05-01', 10, 7)).toEqual(days.slice(120, 130));
    expect(simulatedDays('2027-01-01', 365, 8)).not.toEqual(days);
  });

  it('has days that are possible, and a year that is plausible', () => {
    for (const d of days) {
      expect(dayWeatherSchema.validate(d).error).toBeUndefined();
      expect(d.minC).toBeLessThanOrEqual(d.maxC);
      expect(d.humidityMin!).toBeLessThanOrEqual(d.humidityMax!);
    }
    const mean = (list: DayWeather[], of: (d: DayWeather) => number): number =>
      list.reduce((sum, d) => sum + of(d), 0) / list.length;
    const july = days.filter((d) => d.date.startsWith('2027-07'));
    const january = days.filter((d) => d.date.startsWith('2027-01'));
    expect(mean(july, (d) => d.maxC) - mean(january, (d) => d.maxC)).toBeGreaterThan(10);
    const et = (list: DayWeather[]): number => mean(list, (d) => referenceEtMm(d, SIMULATED_STATION));
    expect(et(july)).toBeGreaterThan(3);
    expect(et(july)).toBeLessThan(6);
    expect(et(january)).toBeLessThan(1.2);
    const rain = days.reduce((sum, d) => sum + (d.rainMm ?? 0), 0);
    expect(rain).toBeGreaterThan(350);
    expect(rain).toBeLessThan(1100);
  });
});

describe('the simulated station', () => {
  let server: Server;
  let at = '';
  beforeAll(async () => {
    server = createApp('/nowhere').listen(0);
    await new Promise((ready) => server.once('listening', ready));
    at = `http://127.0.0.1:${(server.address() as AddressInfo).port}/station/days`;
  });
  afterAll(() => void server.close());

  it('gives the days asked for and says that it made them up', async () => {
    const answer = await fetch(`${at}?from=2027-06-01&days=3`);
    const body = (await answer.json()) as { simulated: boolean; place: string; days: DayWeather[] };
    expect(body.simulated).toBe(true);
    expect(body.place).toMatch(/simulated/);
    expect(body.days.map((d) => d.date)).toEqual(['2027-06-01', '2027-06-02', '2027-06-03']);
  });

  it.each(['', '?from=yesterday&days=3', '?from=2027-06-01&days=0', '?from=2027-06-01&days=9999'])(
    'refuses %j with the reason',
    async (query) => {
      const answer = await fetch(at + query);
      expect(answer.status).toBe(400);
      expect(((await answer.json()) as { why: string }).why).toMatch(/from|days/);
    },
  );
});
