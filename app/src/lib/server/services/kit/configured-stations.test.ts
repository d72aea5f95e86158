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
  // what is left out is the usual, said out loud: a driver named before must not stay behind
  const usual = {
    boxDriver: 'serial-line',
    supplyDriver: 'scpi-joined',
    chipPort: null,
    sensePort: null
  };
  expect(parseStations(JSON.stringify([window]))).toEqual([{ ...window, ...usual }]);
  const single = { ...window, supplyDriver: 'scpi-single', chipPort: 5077, sensePort: 5026 };
  expect(parseStations(JSON.stringify([single]))).toEqual([
    { ...single, boxDriver: 'serial-line' }
  ]);
});
it('does not start a bench that is half configured', () => {
  expect(() => parseStations('[')).toThrow('BADGER_STATIONS is no JSON');
  expect(() => parseStations(JSON.stringify([{ ...window, boxPort: 0 }]))).toThrow('/0/boxPort');
  expect(() => parseStations(JSON.stringify([{ ...window, surprise: 1 }]))).toThrow(TypeError);
  for (const driver of ['', 'scpi', '__proto__', null])
    expect(() => parseStations(JSON.stringify([{ ...window, supplyDriver: driver }]))).toThrow(
      '/0/supplyDriver'
    );
});
