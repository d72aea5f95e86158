import { describe, expect, it } from 'vitest';
import { SupplyDevice } from './supply-device.ts';

function bench(drawMa: number) {
  const seen: boolean[] = [];
  const device = new SupplyDevice({
    ratedMa: 5000,
    serial: 'T',
    load: { drawMa: () => drawMa, power: (on) => seen.push(on) }
  });
  return { device, seen };
}

describe('a simulated supply', () => {
  it('sets, switches and measures', () => {
    const { device, seen } = bench(900);
    expect(device.execute('VOLT 13.5;:CURR 2;:OUTP ON')).toBeUndefined();
    expect(seen).toEqual([true]);
    expect(device.execute('OUTP?;:VOLT?;:CURR?')).toBe('1;13.500;2.000');
    const { mv, ma } = device.measure();
    expect(mv).toBeGreaterThan(13_480);
    expect(Math.abs(ma - 900)).toBeLessThan(100);
    device.execute('OUTP OFF');
    expect(device.measure()).toEqual({ mv: 0, ma: 0 });
    expect(seen).toEqual([true, false]);
  });
  it('in limitation the voltage gives way and the unit falls out', () => {
    const { device, seen } = bench(3000);
    device.execute('VOLT 13.5;:CURR 1;:OUTP ON');
    expect(device.measure()).toMatchObject({ ma: 1000 });
    expect(device.measure().mv).toBeLessThan(6000);
    device.tick();
    expect(seen.at(-1)).toBe(false);
  });
  it('a trip stays until it is cleared', () => {
    const { device } = bench(100);
    device.execute('VOLT 13;:OUTP ON');
    device.trip();
    expect(device.execute('OUTP?;:OUTP:PROT:TRIP?')).toBe('0;1');
    device.execute('OUTP ON');
    expect(device.execute('SYST:ERR?')).toBe('-221,"Settings conflict"');
    device.execute('OUTP:PROT:CLE;:OUTP ON');
    expect(device.on).toBe(true);
  });
  it('queues errors in order and says when there were too many', () => {
    const { device } = bench(0);
    device.execute('VOLT 5 A');
    device.execute('CURR 9');
    device.execute('VOLT 1,2');
    device.execute('OUTP MAYBE');
    device.execute('VOLT x');
    const errors = Array.from({ length: 6 }, () =>
      Number(device.execute('SYST:ERR?')?.split(',')[0])
    );
    expect(errors).toEqual([-131, -222, -108, -224, -104, 0]);
    for (let i = 0; i < 30; i++) device.execute('NO:SUCH');
    const many = Array.from({ length: 17 }, () =>
      Number(device.execute('SYST:ERR?')?.split(',')[0])
    );
    expect(many[15]).toBe(-350);
    expect(many[16]).toBe(0);
  });
  it('a refused value changes nothing', () => {
    const { device } = bench(0);
    device.execute('VOLT 12');
    device.execute('VOLT 99');
    expect(device.execute('VOLT?')).toBe('12.000');
    expect(device.execute('*RST;:VOLT?')).toBe('0.000');
  });
});
