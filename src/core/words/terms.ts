import { msg } from '../language';
/** A word of the trade, and what it means in one sentence. */
export interface Term {
  id: string;
  word: string;
  /** Other ways in which it is written. */
  also?: readonly string[];
  says: string;
}

/** The one table of words: shown under the finger wherever they stand, and as a page. */
export const TERMS: readonly Term[] = [
  {
    id: 'source',
    word: msg`source`,
    says: msg`Where the water comes from: a tap, a well, a pump at open water, or a tank.`,
  },
  {
    id: 'head',
    word: msg`head`,
    says: msg`The parts at the source, one after the other: valve, backflow preventer, filter, timer, gauges.`,
  },
  {
    id: 'main',
    word: msg`main`,
    also: [msg`supply line`],
    says: msg`The pipe that leads from the head to the blocks.`,
  },
  {
    id: 'block',
    word: msg`block`,
    says: msg`A piece of field or a tunnel with beds that lie alike, fed at one place.`,
  },
  {
    id: 'header',
    word: msg`header`,
    also: ['sub-main'],
    says: msg`The pipe across the ends of the beds, from which every run is fed.`,
  },
  {
    id: 'small-pipe',
    word: msg`small pipe`,
    says: msg`Thin pipe that leads to single plants and may branch, with tees and corners.`,
  },
  { id: 'take-off', word: 'take-off', says: msg`The fitting that joins a run to the header.` },
  { id: 'bed', word: msg`bed`, says: msg`A strip of ground that is planted, with a path on either side.` },
  {
    id: 'run',
    word: msg`run`,
    says: msg`One line of tape or dripline along a bed, fed at its take-off and closed at its far end.`,
  },
  {
    id: 'emitter',
    word: msg`emitter`,
    also: [msg`dripper`],
    says: msg`The small outlet through which the water drips.`,
  },
  { id: 'inlet', word: msg`inlet`, says: msg`The end at which water goes in.` },
  { id: 'set', word: msg`set`, says: msg`Beds that are open, and water, at the same time.` },
  {
    id: 'tape',
    word: msg`tape`,
    says: msg`Thin-walled hose with emitters, flat when empty, for long straight runs at low pressure.`,
  },
  {
    id: 'dripline',
    word: msg`dripline`,
    says: msg`Thick-walled pipe with emitters in it, for years and for curves, at more pressure than tape.`,
  },
  {
    id: 'compensating',
    word: msg`compensating`,
    says: msg`An emitter that gives the same flow at any pressure above its minimum.`,
  },
  {
    id: 'microtube',
    word: msg`microtube`,
    says: msg`A thin tube: its length and bore decide how much flows to one plant.`,
  },
  {
    id: 'button',
    word: msg`button emitter`,
    says: msg`A single emitter pushed into plain pipe where a plant stands.`,
  },
  {
    id: 'adjustable',
    word: msg`adjustable emitter`,
    says: msg`A single emitter whose flow is set by turning its cap.`,
  },
  {
    id: 'regulator',
    word: msg`regulator`,
    says: msg`A part that lets out no more than its set pressure, as long as more comes in.`,
  },
  {
    id: 'working-pressure',
    word: msg`working pressure`,
    says: msg`The pressure at which the emitters are meant to work.`,
  },
  {
    id: 'window',
    word: msg`window`,
    says: msg`From the lowest to the highest pressure that the label allows.`,
  },
  {
    id: 'uniformity',
    word: msg`uniformity`,
    also: [msg`evenness`, 'EU'],
    says: msg`How alike all emitters drip: at 90 % the weakest give about nine tenths of the mean.`,
  },
  { id: 'cv', word: 'CV', says: msg`How much emitters of one kind vary as they come from the maker.` },
  {
    id: 'head-loss',
    word: msg`head loss`,
    also: [msg`lost to friction`],
    says: msg`Pressure that is lost as water rubs along pipe and through parts.`,
  },
  {
    id: 'gravity',
    word: msg`gravity`,
    says: msg`Pressure from the height of the water alone: about 10 kPa for each metre, 0.43 psi for each foot.`,
  },
  { id: 'falling', word: msg`falling head`, says: msg`A tank’s pressure, which sinks as the tank empties.` },
  {
    id: 'held',
    word: msg`constant head`,
    also: [msg`held level`],
    says: msg`A level that a float valve keeps the same, so that the pressure stays the same.`,
  },
  { id: 'cut-in', word: 'cut-in', says: msg`The pressure at which the switch starts the pump.` },
  { id: 'cut-out', word: 'cut-out', says: msg`The pressure at which the switch stops the pump.` },
  {
    id: 'drawdown',
    word: msg`drawdown`,
    says: msg`What a pressure tank gives between the pump’s stop and its next start.`,
  },
  {
    id: 'short-cycling',
    word: msg`short cycling`,
    says: msg`A pump that starts and stops too often and wears out.`,
  },
  { id: 'yield', word: msg`yield`, says: msg`What a well gives day and night without running dry.` },
  {
    id: 'pumping-level',
    word: msg`pumping level`,
    says: msg`How deep the water stands in the well while the pump runs.`,
  },
  {
    id: 'suction-lift',
    word: msg`suction lift`,
    says: msg`The height at which a pump stands above the water it draws.`,
  },
  {
    id: 'npsh',
    word: 'NPSH',
    says: msg`The pressure that must be left at a pump’s inlet so that the water does not boil in it.`,
  },
  {
    id: 'foot-valve',
    word: msg`foot valve`,
    says: msg`A one-way valve at the foot of the suction pipe that keeps it full.`,
  },
  { id: 'booster', word: msg`booster`, says: msg`A pump in line that adds pressure to a weak supply.` },
  {
    id: 'backflow',
    word: msg`backflow preventer`,
    says: msg`A part that keeps field water from running back into the supply; law on most public ones.`,
  },
  {
    id: 'vacuum-breaker',
    word: msg`vacuum breaker`,
    says: msg`A part that lets air in when the pressure is gone, so that nothing is sucked back.`,
  },
  { id: 'check-valve', word: msg`check valve`, says: msg`A valve that lets water pass one way only.` },
  {
    id: 'relief',
    word: msg`relief valve`,
    says: msg`A valve that opens by itself when the pressure grows too high.`,
  },
  {
    id: 'air-vent',
    word: msg`air vent`,
    says: msg`A part that lets air out when a pipe fills, and in when it drains.`,
  },
  {
    id: 'venturi',
    word: msg`venturi`,
    says: msg`A narrow place in the pipe that sucks feed in when enough pressure is lost across it.`,
  },
  { id: 'mesh', word: msg`mesh`, says: msg`Openings of a filter for each inch: more are finer.` },
  {
    id: 'solenoid',
    word: msg`solenoid valve`,
    says: msg`A valve that electricity opens, most kinds with the help of the water’s pressure.`,
  },
  {
    id: 'zero-pressure',
    word: msg`zero-pressure valve`,
    says: msg`A valve turned by a motor, which opens without any pressure: right for tanks.`,
  },
  {
    id: 'surge',
    word: msg`water hammer`,
    also: [msg`surge`],
    says: msg`The blow when moving water is stopped at once.`,
  },
  {
    id: 'fitting-loss',
    word: msg`fitting loss`,
    also: ['K'],
    says: msg`The pressure that a bend, a tee or a barb takes, as a multiple of what the water’s speed is worth.`,
  },
  {
    id: 'et0',
    word: msg`reference evapotranspiration`,
    says: msg`Water that short grass would use on a day with that weather.`,
  },
  { id: 'kc', word: msg`crop coefficient`, says: msg`A crop’s use against that of short grass.` },
  { id: 'wetted-strip', word: msg`wetted strip`, says: msg`The ground along a run that the drip reaches.` },
  { id: 'bulb', word: msg`wetted bulb`, says: msg`The soil under an emitter that its water fills.` },
  {
    id: 'pulse',
    word: msg`pulse`,
    says: msg`One of several short starts instead of one long one, with pauses in which water soaks in.`,
  },
  {
    id: 'filling',
    word: msg`fill time`,
    says: msg`Time until the last run is at pressure; only then watering counts.`,
  },
  {
    id: 'layflat',
    word: 'lay-flat',
    also: [msg`layflat`],
    says: msg`Woven hose that lies flat when empty and may then be driven over.`,
  },
  {
    id: 'barb',
    word: msg`barb`,
    says: msg`An end with ridges that is pushed into a pipe and holds there, by itself or under a clamp.`,
  },
  {
    id: 'grommet',
    word: msg`grommet`,
    says: msg`A rubber ring in a drilled hole, in which a take-off sits tight.`,
  },
  {
    id: 'nipple',
    word: msg`nipple`,
    says: msg`A short piece with a thread outside at both ends, which joins two parts with threads inside.`,
  },
  {
    id: 'bush',
    word: msg`reducing bush`,
    says: msg`A piece that screws into a wide thread and takes a narrower one.`,
  },
  {
    id: 'compression',
    word: msg`compression`,
    says: msg`A joint whose nut squeezes a ring about the outside of the pipe.`,
  },
  {
    id: 'goof-plug',
    word: msg`goof plug`,
    says: msg`A small plug for a hole that was punched in the wrong place.`,
  },
];

export const termOf = (id: string): Term | undefined => TERMS.find((t) => t.id === id);

const letters = /[\p{L}\p{N}’'-]/u;
const spelled = TERMS.flatMap((term) => [term.word, ...(term.also ?? [])].map((w) => ({ term, w }))).sort(
  (a, b) => b.w.length - a.w.length,
);

/** The plural of a word, as it may stand in a text. */
const forms = (w: string): string[] => (/[A-Z]/.test(w) ? [w] : [w, `${w}s`, `${w}es`]);

/** The term whose word stands at a place in a text, the longest there is; capitals of abbreviations count. */
export function termAt(text: string, at: number): { term: Term; from: number; to: number } | undefined {
  for (const { term, w } of spelled)
    for (const form of forms(w).reverse()) {
      const abbreviation = /[A-Z]/.test(form);
      const within = abbreviation ? text : text.toLowerCase();
      for (
        let from = within.indexOf(form, Math.max(0, at - form.length));
        from >= 0 && from <= at;
        from = within.indexOf(form, from + 1)
      ) {
        const to = from + form.length;
        const whole = !letters.test(text[from - 1] ?? ' ') && !letters.test(text[to] ?? ' ');
        if (whole && at >= from && at <= to) return { term, from, to };
      }
    }
  return undefined;
}

/** A text cut at its terms, each where it first stands. */
export function cutAtTerms(text: string): { text: string; term?: string }[] {
  const parts: { text: string; term?: string }[] = [];
  const seen = new Set<string>();
  let done = 0;
  for (let i = 0; i < text.length; i++) {
    if (letters.test(text[i - 1] ?? ' ') || !letters.test(text[i])) continue;
    const found = termAt(text, i);
    if (!found || found.from !== i) continue;
    if (!seen.has(found.term.id)) {
      seen.add(found.term.id);
      if (i > done) parts.push({ text: text.slice(done, i) });
      parts.push({ text: text.slice(i, found.to), term: found.term.id });
      done = found.to;
    }
    i = found.to - 1;
  }
  if (done < text.length) parts.push({ text: text.slice(done) });
  return parts;
}
