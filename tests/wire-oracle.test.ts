// GNU units as a judge of wire resistance: its own data cite ASTM B258 and the international annealed copper standard.
import { execFileSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import { areaOfAwg, resistanceOhm } from '@badger/core/electrical/conductor';

/** What GNU units says, in terse form. */
const units = (from: string, to: string) =>
  Number(execFileSync('/usr/bin/units', ['-t', from, to], { encoding: 'utf8' }).trim());

describe('GNU units', () => {
  it.each([28, 26, 24, 22, 20, 18, 16, 14, 12, 10])('gauge %i: resistance of 1 km', (gauge) => {
    const judge = units(`1 km/(copperconductivity (pi/4) wiregauge(${gauge})^2)`, 'ohm');
    const own = resistanceOhm(
      { lengthMm: 1_000_000, areaMm2: areaOfAwg(gauge) },
      { stranded: false }
    );
    expect(Math.abs((own ?? 0) / judge - 1)).toBeLessThan(0.001);
  });
  it.each([0.14, 0.25, 0.5, 0.75, 1, 1.5, 2.5, 4, 6])('%d mm²: resistance of 1 km', (areaMm2) => {
    const judge = units(`1 km/(copperconductivity ${areaMm2} mm^2)`, 'ohm');
    const own = resistanceOhm({ lengthMm: 1_000_000, areaMm2 }, { stranded: false });
    expect(Math.abs((own ?? 0) / judge - 1)).toBeLessThan(0.001);
  });
  it.each([
    [20, 1.5, 3],
    [18, 2, 5],
    [14, 5, 10]
  ])('gauge %i, %d m there and back, %d A: the drop', (gauge, metres, amps) => {
    const judge = units(
      `${amps} A 2 ${metres} m/(copperconductivity (pi/4) wiregauge(${gauge})^2)`,
      'V'
    );
    const loop = { lengthMm: metres * 2000, areaMm2: areaOfAwg(gauge) };
    const own = (resistanceOhm(loop, { stranded: false }) ?? 0) * amps;
    expect(Math.abs(own / judge - 1)).toBeLessThan(0.001);
  });
});
