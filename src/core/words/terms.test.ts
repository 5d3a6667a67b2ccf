import { cutAtTerms, termAt, TERMS, termOf } from './terms';

test('every term is one plain sentence, told once', () => {
  const words = TERMS.flatMap((t) => [t.word, ...(t.also ?? [])]);
  expect(new Set(words).size).toBe(words.length);
  expect(new Set(TERMS.map((t) => t.id)).size).toBe(TERMS.length);
  for (const { word, says } of TERMS) {
    expect([word, says]).toEqual([word, expect.stringMatching(/^[A-Z“][^!]*[.]$/)]);
    expect([word, says.match(/[.](?=\s)/g) ?? []]).toEqual([word, []]);
    expect([word, says.length < 130]).toEqual([word, true]);
  }
  expect(termOf('header')!.word).toBe('header');
  expect(termOf('nothing')).toBeUndefined();
});

test('the word at a place is found whole, in its plural and in its longest form', () => {
  const text = 'Each regulator feeds two headers; a header is no sub-main of the subset. EU is 90 %.';
  const at = (word: string): string | undefined => termAt(text, text.indexOf(word) + 1)?.term.id;
  expect(at('regulator')).toBe('regulator');
  expect(at('headers')).toBe('header');
  expect(at('sub-main')).toBe('header');
  expect(at('subset')).toBeUndefined();
  expect(at('Each')).toBeUndefined();
  expect(at('EU')).toBe('uniformity');
  expect(termAt('the main', 8)).toMatchObject({ from: 4, to: 8 });
  expect(termAt('a check valve', 3)!.term.id).toBe('check-valve');
});

test('a text is cut at each term once, and put together again is the same', () => {
  const text = 'A run is fed at its take-off; a run ends closed, and its emitters drip.';
  const parts = cutAtTerms(text);
  expect(parts.map((p) => p.text).join('')).toBe(text);
  expect(parts.filter((p) => p.term).map((p) => [p.text, p.term])).toEqual([
    ['run', 'run'],
    ['take-off', 'take-off'],
    ['emitters', 'emitter'],
  ]);
});
