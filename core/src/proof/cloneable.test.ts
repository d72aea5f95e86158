import { describe, expect, it } from 'vitest';
import { judgeCloneable, type CloneFacts } from './cloneable.ts';

describe('can it be cloned?', () => {
  const facts: CloneFacts = {
    speech: 'well',
    chipIdRead: true,
    readsTrusted: false,
    ways: ['boot', 'obd'],
    school: 'whole-image'
  };
  const say = (change: Partial<CloneFacts>) => judgeCloneable({ ...facts, ...change });
  it('talks and the chip id reads: yes; talks badly: read now', () => {
    expect(say({}).verdict).toMatchObject({ verdict: 'go', code: 'clone.unit.talks' });
    expect(say({ speech: 'badly' }).verdict).toMatchObject({
      verdict: 'look',
      code: 'clone.unit.badly'
    });
    expect(say({ readsTrusted: true, speech: 'silent' }).verdict.verdict).toBe('go');
  });
  it('silent: boot and chip are left, the socket is not; a new unit always is', () => {
    const silent = say({ speech: 'silent', chipIdRead: false });
    expect(silent.verdict).toMatchObject({ code: 'clone.unit.silent', params: { left: 1 } });
    expect(silent.routes.map((r) => `${r.route} ${r.possible}`)).toEqual([
      'boot true',
      'obd false',
      'new-unit true'
    ]);
    const mute = say({ speech: 'silent', chipIdRead: false, ways: ['obd'] });
    expect(mute.verdict).toMatchObject({ verdict: 'stop', code: 'clone.unit.mute' });
  });
});

describe('can it be cloned: every answer', () => {
  const base: CloneFacts = {
    ...{ speech: 'unknown', chipIdRead: false, readsTrusted: false },
    ...{ ways: ['obd', 'bench', 'boot', 'clip', 'lifted', 'pads', 'boot'], school: 'whole-image' }
  };
  const table: readonly [Partial<CloneFacts>, string, Record<string, number>?][] = [
    [{ school: 'none', speech: 'silent', ways: [] }, 'go clone.unit.needless'],
    [{ readsTrusted: true, speech: 'badly' }, 'go clone.unit.kept'],
    [{ chipIdRead: true, speech: 'well' }, 'go clone.unit.talks'],
    [{ chipIdRead: true, speech: 'unknown' }, 'go clone.unit.talks'],
    [{ chipIdRead: true, speech: 'badly' }, 'look clone.unit.badly'],
    [{ speech: 'badly' }, 'look clone.unit.badly'],
    [{ speech: 'well' }, 'look clone.unit.unread'],
    [{ speech: 'silent' }, 'look clone.unit.silent', { left: 4 }],
    [{ speech: 'silent', ways: ['obd', 'bench', 'clip'] }, 'look clone.unit.silent', { left: 1 }],
    [{ speech: 'silent', ways: ['obd', 'bench'] }, 'stop clone.unit.mute'],
    [{ speech: 'silent', ways: [] }, 'stop clone.unit.mute'],
    [{}, 'look clone.unit.unknown']
  ];
  it.each(table)('%j: %s', (change, said, params = {}) => {
    const { verdict } = judgeCloneable({ ...base, ...change });
    expect(`${verdict.verdict} ${verdict.code}`).toBe(said);
    expect(verdict.params).toEqual(params);
  });
  it('each way once, with its risk, and the new unit last; a silent one leaves only those that need no answer', () => {
    const of = (speech: CloneFacts['speech']) =>
      judgeCloneable({ ...base, speech }).routes.map((r) => `${r.route} ${r.possible} ${r.code}`);
    const ways = ['obd', 'bench', 'boot', 'clip', 'lifted', 'pads'];
    const risks = ways.map((w) => `${w} true clone.route.${w}`);
    expect(of('well')).toEqual([...risks, 'new-unit true clone.route.new']);
    expect(of('silent')).toEqual([
      'obd false clone.route.mute',
      'bench false clone.route.mute',
      ...risks.slice(2),
      'new-unit true clone.route.new'
    ]);
  });
});
