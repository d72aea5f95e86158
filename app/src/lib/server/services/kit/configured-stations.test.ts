import { expect, it } from 'vitest';
import { parseStations } from './configured-stations.ts';

const window = {
  id: 'window',
  name: 'Window',
  ratedMa: 10_000,
  host: '10.0.0.5',
  boxPort: 3333,
  supplyPort: 5025
};
it('takes stations with real devices from the configuration', () => {
  expect(parseStations(undefined)).toEqual([]);
  expect(parseStations(JSON.stringify([window]))).toEqual([window]);
});
it('does not start a bench that is half configured', () => {
  expect(() => parseStations('[')).toThrow('BADGER_STATIONS is no JSON');
  expect(() => parseStations(JSON.stringify([{ ...window, boxPort: 0 }]))).toThrow('/0/boxPort');
  expect(() => parseStations(JSON.stringify([{ ...window, surprise: 1 }]))).toThrow(TypeError);
});
