import { msg } from '../../language';
/**
 * Where a text stops being JSON, in words: the parser's own message is for programmers, and repeats the file.
 * @param error what the parser threw
 */
export function brokenJson(text: string, error: unknown): string {
  const message = error instanceof Error ? error.message : '';
  const told = /position (\d+)/.exec(message);
  const at = told
    ? Number(told[1])
    : /end of JSON|Unterminated|end of data/i.test(message)
      ? text.length
      : undefined;
  if (at === undefined) return msg`the file is broken: it is not JSON`;
  if (at >= text.trimEnd().length) return msg`the file is broken: it is not JSON, as it ends too early`;
  return msg`the file is broken: it is not JSON from line ${text.slice(0, at).split('\n').length} on`;
}
