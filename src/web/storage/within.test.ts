import { Silent, within } from './within';

test('an answer in time is the answer, a refusal the refusal', async () => {
  expect(await within(Promise.resolve(3), 50)).toBe(3);
  await expect(within(Promise.reject(new Error('full')), 50)).rejects.toThrow('full');
});

test('a storage that does not answer is told as one, and holds nobody up', async () => {
  await expect(within(new Promise(() => undefined), 10)).rejects.toBeInstanceOf(Silent);
});
