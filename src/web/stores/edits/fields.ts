/** An id that no entry of a list has yet. */
export function freshId(list: readonly { id: string }[], stem: string): string {
  let n = list.length + 1;
  while (list.some((entry) => entry.id === `${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}

/** Sets fields of a part of the plan; `undefined` goes back to the default. */
export function assign(target: Record<string, unknown>, fields: object): void {
  for (const [key, value] of Object.entries(fields)) {
    if (value === undefined) delete target[key];
    else target[key] = value;
  }
}
