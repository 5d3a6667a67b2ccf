import { toRaw } from 'vue';

/** Found plain and frozen through and through. */
const known = new WeakSet<object>();

/**
 * A value as plain, frozen data: what a page holds reactive or may still change is copied, what is plain and frozen already
 * stays the same object. Only such data enters the plan, its journal or a worker.
 *
 * @param value made of objects, arrays, texts, numbers, truth values and nothing; typed arrays pass as they are
 * @throws TypeError on a function or a symbol
 */
export function plain<T>(value: T): T {
  if (typeof value === 'function' || typeof value === 'symbol')
    throw new TypeError(`a ${typeof value} is no plain data`);
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return value;
  const raw = toRaw(value) as object;
  if (known.has(raw)) return raw as T;
  const keys = Object.keys(raw);
  const from = raw as Record<string, unknown>;
  const parts = keys.map((key) => plain(from[key]));
  const kept = Object.isFrozen(raw) && parts.every((part, i) => part === from[keys[i]]);
  const made = kept
    ? raw
    : Object.freeze(Array.isArray(raw) ? parts : Object.fromEntries(keys.map((key, i) => [key, parts[i]])));
  known.add(made);
  return made as T;
}
