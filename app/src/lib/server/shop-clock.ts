import { formatISO } from 'date-fns';

/** The one clock of the server: what counts as now in the shop. */
export interface ShopClock {
  now(): Date;
  /** What the machine itself believes, for comparing clocks. Units: ms since 1970. */
  machineMs(): number;
  /** How the database is told the same, as connection options; empty when nothing is shifted. */
  readonly databaseOptions: string;
}

/**
 * The clock that `setting` asks for: empty is the machine's own, `2026-11-25T09:00` begins there (local time, or with an
 * offset) and goes on, `2026-11-25T09:00 fixed` stands still. For tests and for showing the demo at another time.
 * Times that measure (leases, heartbeats, durations) never ask it.
 * Errors: throws RangeError for a text that is no time. Example: `makeShopClock('2026-11-25T22:00')`.
 */
export function makeShopClock(
  setting: string | undefined,
  systemNow: () => number = Date.now
): ShopClock {
  if (setting === undefined || setting.trim() === '') {
    return { now: () => new Date(systemNow()), machineMs: systemNow, databaseOptions: '' };
  }
  const [text = '', word] = setting.trim().split(/\s+/);
  const startMs = Date.parse(text);
  if (Number.isNaN(startMs) || (word !== undefined && word !== 'fixed')) {
    throw new RangeError(`"BADGER_NOW" expected a time such as 2026-11-25T09:00, got ${setting}`);
  }
  if (word === 'fixed') {
    return {
      now: () => new Date(startMs),
      machineMs: systemNow,
      databaseOptions: `-c badger.fixed_ms=${startMs}`
    };
  }
  const shiftMs = startMs - systemNow();
  return {
    now: () => new Date(systemNow() + shiftMs),
    machineMs: systemNow,
    databaseOptions: `-c badger.shift_ms=${shiftMs}`
  };
}

/** The day on the wall that a time belongs to, as it stands in names of files. Example: `2026-11-25`. */
export function dayOnWall(at: Date): string {
  return formatISO(at, { representation: 'date' });
}
