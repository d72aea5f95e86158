import { describe, expect, it } from 'vitest';
import { hideNames, initialsOf } from './initials.ts';

describe('a name for a wall', () => {
  it.each([
    ['Saltmarsh Couriers', 'SC'],
    ['Ö. van der Àkerboom', 'ÖVD'],
    ['  ', ''],
    ['3rd Street Garage Ltd', '3SG']
  ])('%j is %j: no word of it is left', (name, initials) =>
    expect(initialsOf(name)).toBe(initials)
  );
  it('is cut wherever it stands, and nothing else is touched', () => {
    const at = new Date(0);
    const data = {
      customer: 'Harbour Hire',
      at,
      waits: [{ code: 'x', params: { customer: 'Harbour Hire', vehicle: 'Harbour Hire van' } }]
    };
    expect(hideNames(data, new Set(['Harbour Hire']))).toEqual({
      customer: 'HH',
      at,
      waits: [{ code: 'x', params: { customer: 'HH', vehicle: 'Harbour Hire van' } }]
    });
  });
});
