import { beforeEach, describe, expect, it } from 'vitest';
import { pathOfScan, SCANNER_GAP_MS, ScannerWatch, tagOfScan } from './scanner.ts';

describe('a scanner that types', () => {
  let said: string[];
  let waiting: { at: number; task: () => void }[];
  let nowMs: number;
  let watch: ScannerWatch;
  beforeEach(() => {
    said = [];
    waiting = [];
    nowMs = 0;
    watch = new ScannerWatch(
      { onscan: (t) => said.push(`scan ${t}`), onkey: (k) => said.push(`key ${k}`) },
      (task, delayMs) => {
        const entry = { at: nowMs + delayMs, task };
        waiting.push(entry);
        return () => (waiting = waiting.filter((w) => w !== entry));
      }
    );
  });
  const pass = (ms: number) => {
    nowMs += ms;
    const due = waiting.filter((w) => w.at <= nowMs);
    waiting = waiting.filter((w) => w.at > nowMs);
    due.forEach((w) => w.task());
  };
  const type = (keys: readonly string[], gapMs: number) => {
    let taken = false;
    for (const key of keys) {
      pass(gapMs);
      taken = watch.press(key, nowMs);
    }
    return taken;
  };

  it('is one scan, and none of its digits is a key', () => {
    expect(type([...'0417', 'Enter'], 8)).toBe(true);
    pass(500);
    expect(said).toEqual(['scan 0417']);
  });
  it('is told from a hand, whose keys act one by one', () => {
    expect(type(['6', '1', 'Enter'], 200)).toBe(false);
    pass(500);
    expect(said).toEqual(['key 6', 'key 1']);
  });
  it('two quick keys are neither', () => {
    type(['6', '1'], SCANNER_GAP_MS - 5);
    pass(500);
    expect(said).toEqual([]);
  });
  it('too short a burst is no scan, and Enter stays what it is', () => {
    expect(type([...'12', 'Enter'], 8)).toBe(false);
    pass(500);
    expect(said).toEqual([]);
  });
  it('Shift and arrows are not part of it', () => {
    expect(type([...'AB', 'Shift', ...'12', 'Enter'], 8)).toBe(true);
    expect(said).toEqual(['scan AB12']);
  });
});

it('a tag is found in the address that its code holds, whatever the host', () => {
  expect(tagOfScan('http://bench:8420/units/0417')).toBe('0417');
  expect(tagOfScan('https://192.0.2.7/units/A-9/')).toBe('A-9');
  expect(tagOfScan('http://bench/jobs/0417')).toBeUndefined();
  expect(pathOfScan('0417')).toBe('/units/0417');
  expect(pathOfScan('../secret')).toBeUndefined();
  expect(pathOfScan('javascript:alert(1)')).toBeUndefined();
});
