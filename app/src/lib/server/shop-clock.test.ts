import { expect, it } from 'vitest';
import { makeShopClock } from './shop-clock.ts';

const at = (text: string) => Date.parse(text);

it('is the machine’s own without a setting', () => {
  const clock = makeShopClock(undefined, () => 5_000);
  expect(clock.now().getTime()).toBe(5_000);
  expect(clock.databaseOptions).toBe('');
  expect(
    makeShopClock('  ', () => 5_000)
      .now()
      .getTime()
  ).toBe(5_000);
});
it('begins at a time and goes on from there; the machine’s own stays known', () => {
  let machine = 1_000;
  const clock = makeShopClock('2026-11-25T09:00:00Z', () => machine);
  expect(clock.now().toISOString()).toBe('2026-11-25T09:00:00.000Z');
  machine += 90_000;
  expect(clock.now().toISOString()).toBe('2026-11-25T09:01:30.000Z');
  expect(clock.machineMs()).toBe(91_000);
  expect(clock.databaseOptions).toBe(`-c badger.shift_ms=${at('2026-11-25T09:00:00Z') - 1_000}`);
});
it('stands still when it is told so', () => {
  let machine = 1_000;
  const clock = makeShopClock('2026-11-25T09:00:00Z fixed', () => machine);
  machine += 90_000;
  expect(clock.now().toISOString()).toBe('2026-11-25T09:00:00.000Z');
  expect(clock.databaseOptions).toBe(`-c badger.fixed_ms=${at('2026-11-25T09:00:00Z')}`);
});
it('refuses what is no time', () => {
  for (const bad of ['tomorrow', '2026-11-25T09:00 later', '25.11.2026 9:00'])
    expect(() => makeShopClock(bad), bad).toThrow(RangeError);
});
