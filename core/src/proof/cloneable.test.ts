import { describe, expect, it } from 'vitest';
import { judgeCloneable, type CloneFacts } from './cloneable.ts';

describe('can it be cloned?', () => {
  const facts: CloneFacts = {
    responsiveness: 'well',
    chipIdRead: true,
    readsTrusted: false,
    accesses: ['boot', 'obd'],
    method: 'whole-image'
  };
  const say = (change: Partial<CloneFacts>) => judgeCloneable({ ...facts, ...change });
  it('talks and the chip id reads: yes; talks badly: read now', () => {
    expect(say({}).verdict).toMatchObject({ verdict: 'go', code: 'clone.unit.talks' });
    expect(say({ responsiveness: 'badly' }).verdict).toMatchObject({
      verdict: 'look',
      code: 'clone.unit.badly'
    });
    expect(say({ readsTrusted: true, responsiveness: 'silent' }).verdict.verdict).toBe('go');
  });
  it('silent: boot and chip are left, the socket is not; a new unit always is', () => {
    const silent = say({ responsiveness: 'silent', chipIdRead: false });
    expect(silent.verdict).toMatchObject({ code: 'clone.unit.silent', params: { left: 1 } });
    expect(silent.accesses.map((r) => `${r.accessKind} ${r.possible}`)).toEqual([
      'boot true',
      'obd false',
      'new-unit true'
    ]);
    const unresponsive = say({ responsiveness: 'silent', chipIdRead: false, accesses: ['obd'] });
    expect(unresponsive.verdict).toMatchObject({
      verdict: 'stop',
      code: 'clone.unit.unresponsive'
    });
  });
});

describe('can it be cloned: every answer', () => {
  const base: CloneFacts = {
    ...{ responsiveness: 'unknown', chipIdRead: false, readsTrusted: false },
    ...{
      accesses: ['obd', 'bench', 'boot', 'clip', 'lifted', 'pads', 'boot'],
      method: 'whole-image'
    }
  };
  const table: readonly [Partial<CloneFacts>, string, Record<string, number>?][] = [
    [{ method: 'none', responsiveness: 'silent', accesses: [] }, 'go clone.unit.needless'],
    [{ readsTrusted: true, responsiveness: 'badly' }, 'go clone.unit.kept'],
    [{ chipIdRead: true, responsiveness: 'well' }, 'go clone.unit.talks'],
    [{ chipIdRead: true, responsiveness: 'unknown' }, 'go clone.unit.talks'],
    [{ chipIdRead: true, responsiveness: 'badly' }, 'look clone.unit.badly'],
    [{ responsiveness: 'badly' }, 'look clone.unit.badly'],
    [{ responsiveness: 'well' }, 'look clone.unit.unread'],
    [{ responsiveness: 'silent' }, 'look clone.unit.silent', { left: 4 }],
    [
      { responsiveness: 'silent', accesses: ['obd', 'bench', 'clip'] },
      'look clone.unit.silent',
      { left: 1 }
    ],
    [{ responsiveness: 'silent', accesses: ['obd', 'bench'] }, 'stop clone.unit.unresponsive'],
    [{ responsiveness: 'silent', accesses: [] }, 'stop clone.unit.unresponsive'],
    [{}, 'look clone.unit.unknown']
  ];
  it.each(table)('%j: %s', (change, said, params = {}) => {
    const { verdict } = judgeCloneable({ ...base, ...change });
    expect(`${verdict.verdict} ${verdict.code}`).toBe(said);
    expect(verdict.params).toEqual(params);
  });
  it('each way once, with its risk, and the new unit last; a silent one leaves only those that need no answer', () => {
    const of = (responsiveness: CloneFacts['responsiveness']) =>
      judgeCloneable({ ...base, responsiveness }).accesses.map(
        (r) => `${r.accessKind} ${r.possible} ${r.code}`
      );
    const accesses = ['obd', 'bench', 'boot', 'clip', 'lifted', 'pads'];
    const risks = accesses.map((w) => `${w} true clone.access.${w}`);
    expect(of('well')).toEqual([...risks, 'new-unit true clone.access.new']);
    expect(of('silent')).toEqual([
      'obd false clone.access.unresponsive',
      'bench false clone.access.unresponsive',
      ...risks.slice(2),
      'new-unit true clone.access.new'
    ]);
  });
});
