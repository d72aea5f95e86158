import { expect, it } from 'vitest';
import type { JobData } from '$lib/job-types.ts';
import type { LiveStation } from '$lib/live-types.ts';
import { judge } from '@badger/core/base/verdict';
import { liveGate, liveLine } from './job-gates.view.ts';

const need = { voltageMinMv: 12_000, voltageMaxMv: 14_000, limitMinMa: 5000, limitMaxMa: 7000 };
const job = {
  line: { wire: judge('none', 'wire.station.none') },
  access: { name: 'Boot', steps: [], holdPad: 'P1', carrier: 'can-uds', supply: need },
  gateFacts: {
    personRole: 'bench',
    family: 'HV-EC4',
    jobClosed: false,
    carrier: 'can-uds',
    need,
    needsAuthority: true,
    authorityProven: true,
    boxLinks: { cable: true, radio: false },
    originalChipId: '0F',
    donorChipId: 'D0',
    donorTag: '0388',
    donorMismatches: [],
    donorProven: true,
    target: 'donor',
    backupWaived: undefined,
    unitsSwapped: false,
    regions: [{ name: 'r', trustedSha256: 'a', cloneSha256: 'a', donorBackedUp: true }]
  }
} as unknown as JobData;
const station = {
  id: 'window',
  ratedMa: 10_000,
  supply: { on: true, setMv: 13_500, limitMa: 5000, measuredMv: 13_490, measuredMa: 900 },
  connected: { chipId: 'D0', family: 'HV-EC4', tag: '0388', role: 'donor', jobNumber: 1 },
  operation: undefined
} as unknown as LiveStation;

it('shows the gate as the bench is this moment, by the same rules as the server', () => {
  expect(liveGate('write', job, station).open).toBe(true);
  const off = { ...station, supply: { ...station.supply, on: false } } as LiveStation;
  expect(liveGate('write', job, off).holding?.code).toBe('supply.output.off');
  expect(liveGate('write', job, { ...station, operation: {} } as LiveStation).holding?.code).toBe(
    'gate.station.busy'
  );
  const both = { ...job.gateFacts, boxLinks: { cable: true, radio: true } };
  expect(liveGate('write', { ...job, gateFacts: both }, station).holding?.code).toBe(
    'gate.link.both'
  );
  const unsigned = { ...job.gateFacts, authorityProven: false };
  expect(liveGate('write', { ...job, gateFacts: unsigned }, station).holding?.code).toBe(
    'gate.authority.missing'
  );
  expect(liveGate('write', job, undefined).lines.map((l) => l.code)).toContain('gate.unit.unknown');
});
it('keeps the Wire verdict up to date; a supply that is off is only something to do', () => {
  expect(liveLine(job, station).wire.code).toBe('supply.output.fine');
  const off = { ...station, supply: { ...station.supply, on: false } } as LiveStation;
  expect(liveLine(job, off).wire).toMatchObject({ verdict: 'look', code: 'supply.output.off' });
  expect(liveLine(job, undefined).wire.code).toBe('wire.station.none');
});
