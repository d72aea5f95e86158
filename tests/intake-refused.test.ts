import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { NewJob } from '../app/src/lib/schema/requests.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { makeShop, type Shop } from './support/shop.ts';

/** Jobs that must not come to be. */
describe('what is not taken in', () => {
  let shop: Shop;
  let bench: Person;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
  });
  afterAll(() => shop.close());

  it('jobs that cannot be: a wrong VIN, an unknown family, one unit in both roles, a tag of another family', async () => {
    const unit = (role: 'original' | 'donor', tag: string) => ({
      role,
      tag,
      place: '',
      condition: ''
    });
    let sent = 0;
    const code = async (change: Partial<NewJob>) => {
      const made = await takeIn(shop.root.deps, bench, {
        customer: 'C',
        vehicle: 'V',
        vin: 'U8HVC3F2501084513',
        family: 'HV-EC4',
        complaint: 'x',
        reason: 'failed-module',
        authorisedBy: 'y',
        promisedAt: null,
        intakeKey: `refusals-${sent++}`,
        arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
        units: [unit('original', '0901')],
        another: true,
        ...change
      });
      return made.ok ? made.value.number : made.problem.code;
    };
    expect(await code({ vin: 'U8HVC3F24010844I7' })).toBe('vin.letter.forbidden');
    expect(await code({ vin: 'U8HVC3F24О1084417' })).toBe('vin.letter.foreign');
    expect(await code({ family: 'ZZ-ZZ9' })).toBe('job.family.unknown');
    expect(await code({ units: [unit('original', '0901'), unit('donor', '0901')] })).toBe(
      'job.units.same'
    );
    expect(await code({ units: [unit('original', '0390')] })).toBe('job.unit.family');
    expect(await code({ vin: 'U8HVC3F2901084512', another: false })).toBe('job.vin.open');
    const made = await code({});
    expect(made).toBeGreaterThan(2034);
    // sent again with the key of the first try, it opens no second job
    expect(await code({ intakeKey: `refusals-${sent - 1}` })).toBe(made);
  });
});
