import { furrow } from './furrow';

export interface Shown {
  status: number;
  stdout: string;
  stderr: string;
}

/** Runs a command in this process, as a shell would show it. */
export async function shell(...words: string[]): Promise<Shown> {
  const shown: Shown = { status: 0, stdout: '', stderr: '' };
  const spies = (['stdout', 'stderr'] as const).map((stream) =>
    jest.spyOn(process[stream], 'write').mockImplementation((text) => {
      shown[stream] += String(text);
      return true;
    }),
  );
  const before = process.exitCode;
  process.exitCode = undefined;
  try {
    await furrow(words);
    shown.status = Number(process.exitCode ?? 0);
  } finally {
    process.exitCode = before;
    spies.forEach((spy) => spy.mockRestore());
  }
  return shown;
}
