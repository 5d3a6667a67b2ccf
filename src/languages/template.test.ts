import { compile } from '@vue/compiler-dom';
import { templateWords } from '../../scripts/words/template';

const made = (template: string): string =>
  compile(template, { nodeTransforms: [templateWords], mode: 'module', prefixIdentifiers: true }).code;

test('what stands in a template, with the figures in it, is one message', () => {
  expect(made('<p>runs {{ n }} times</p>')).toContain('msg`runs ${_ctx.n} times`');
  expect(made('<p>{{ a }} · {{ b }}</p>')).not.toContain('msg`');
  expect(made('<b title="Undo" class="Undo">“`${x}`”</b>')).toMatch(
    /title: _ctx\.msg`Undo`,\s*class: "Undo"/,
  );
  expect(made('<p>a `quoted` ${x}</p>')).toContain('msg`a \\`quoted\\` \\${x}`');
});

test('a word that goes by a number is a message even where it stands alone', () => {
  expect(made("<b>{{ n }} {{ forms(n, 'bed', 'beds') }}</b>")).toContain(
    "msg`${_ctx.n} ${_ctx.forms(_ctx.n, 'bed', 'beds')}`",
  );
});

test('a field keeps the bracket before and what closes the words behind it', () => {
  const code = made('<p>of <ChoiceField /> (<QuantityField /> bore). It is <QuantityField />, then</p>');
  expect(code.match(/class: "kept"/g)).toHaveLength(2);
  expect(code).toMatch(/msg` bore\)\. It is `/);
  expect(code).toMatch(/msg` then`/);
  // Where there may be none of it, punctuation stays with the sentence.
  expect(made('<p><QuantityField v-if="x" />, then</p>')).not.toContain('kept');
});

test('white space that only parts lines of code does not part words from a full stop', () => {
  expect(made('<p><span>\n  a pipe\n</span>. Then</p>')).toContain('msg` a pipe`');
});
