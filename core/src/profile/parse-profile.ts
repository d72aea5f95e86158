import { parseHex } from '../base/bytes.ts';
import { algorithmOfKind } from '../checksum/kinds.ts';
import type { ChecksumRule } from '../checksum/rule.ts';
import { ok, type Result } from '../base/result.ts';
import { findInconsistency } from './find-inconsistency.ts';
import { toFieldSpec } from './parse-field.ts';
import type {
  CanAccess,
  Carrier,
  CloneRange,
  ExerciseSpec,
  IdentityField,
  Profile,
  Region,
  SecretField,
  UdsSecurity,
  AccessSpec
} from './profile.ts';
import type { ProfileDocument } from './schema.ts';

/**
 * Turns a document that already passed the schema into a {@link Profile} and checks what a schema cannot.
 * Errors: those of {@link findInconsistency}, each with the `path` of the offender and what it is about.
 */
export function parseProfile(doc: ProfileDocument): Result<Profile> {
  const profile = toProfile(doc);
  const problem = findInconsistency(profile, doc);
  return problem ? { ok: false, problem } : ok(profile);
}

function toProfile(doc: ProfileDocument): Profile {
  const { methods, ranges, together = [], supplied = [], resets = [] } = doc.clone;
  return {
    id: doc.id,
    version: doc.version,
    make: doc.make,
    kind: doc.kind,
    title: doc.title,
    notes: doc.notes ?? [],
    chipMarkings: doc.chipMarkings ?? [],
    labels: doc.labels.map(({ id, name, pattern, examples, known, where }) => ({
      id,
      name,
      pattern,
      example: examples[0] ?? '',
      known: known ?? [],
      where: where ?? ''
    })),
    regions: doc.regions.map((r): Region => ({
      ...r,
      address: Number(r.address),
      eraseBlockBytes: r.eraseBlockBytes ?? undefined,
      eraseMs: r.eraseMs ?? 0,
      processor: r.processor ?? undefined
    })),
    writeOrder: doc.writeOrder,
    cloneMethod: methods[0]?.id ?? 'none',
    cloneMethods: methods,
    cloneRanges: ranges.map(toCloneRange),
    suppliedRanges: supplied.map(({ region, start, end, kind, what }) => ({
      ...{ region, kind, what },
      over: { start: Number(start), end: Number(end) }
    })),
    ...{ together, resets },
    identity: (doc.identity ?? []).map(toField),
    match: doc.match,
    supersessions: doc.supersessions ?? [],
    otherMakes: doc.otherMakes ?? [],
    checksums: (doc.checksums ?? []).map(toRule),
    transforms: doc.transforms ?? [],
    secrets: (doc.secrets ?? []).map(toSecret),
    fields: (doc.fields ?? []).map(toFieldSpec),
    accesses: doc.accesses.map(toAccessSpec),
    connectors: doc.connectors ?? [],
    boards: doc.boards ?? [],
    dismantling: doc.dismantling ?? [],
    exercise: toExercise(doc.exercise),
    securityData: doc.securityData ?? false,
    makerRoute: doc.makerRoute ?? false,
    afterFit: doc.afterFit,
    risks: doc.risks,
    wear: doc.wear ?? [],
    sleep: doc.sleep,
    typicalMinutes: {
      read: spanOf(doc.typicalMinutes?.readMinutes),
      write: spanOf(doc.typicalMinutes?.writeMinutes)
    },
    expectedBenchFaults: (doc.expectedBenchFaults ?? []).map((e) => ({
      code: e.code,
      failureTypes: (e.failureTypes ?? []).map((t) => Number.parseInt(t, 16))
    }))
  };
}

function toField(f: NonNullable<ProfileDocument['identity']>[number]): IdentityField {
  return {
    id: f.id,
    name: f.name,
    lengthBytes: f.lengthBytes,
    did: f.did === undefined ? undefined : Number.parseInt(f.did, 16),
    stored: f.stored && { region: f.stored.region, offsets: f.stored.offsets.map(Number) }
  };
}

function toRule(c: NonNullable<ProfileDocument['checksums']>[number]): ChecksumRule {
  return {
    id: c.id,
    region: c.region,
    algorithm: algorithmOfKind(c.kind, c.littleEndian),
    over: [c, ...(c.more ?? [])].map(toRange),
    storedAt: Number(c.storedAt),
    littleEndian: c.littleEndian,
    form: c.form ?? 'plain',
    inverseAt: c.inverseAt === undefined ? undefined : Number(c.inverseAt),
    storedCountsAs: c.storedCountsAs === undefined ? undefined : parseHex(c.storedCountsAs),
    blocks: c.blocks && { ...c.blocks, chained: c.blocks.chained ?? false },
    fixed: c.fixed ?? false,
    free: (c.free ?? []).map(toRange)
  };
}

const toRange = ({ start, end }: { readonly start: string; readonly end: string }) => ({
  start: Number(start),
  end: Number(end)
});

function toCloneRange(r: ProfileDocument['clone']['ranges'][number]): CloneRange {
  const { region, from, what, why } = r;
  return { region, from, what, why, over: { start: Number(r.start), end: Number(r.end) } };
}

function toSecret(s: NonNullable<ProfileDocument['secrets']>[number]): SecretField {
  return { ...s, offsets: s.offsets.map(Number), transform: s.transform ?? undefined };
}

function toExercise(raw: ProfileDocument['exercise']): ExerciseSpec | undefined {
  const hex = (text: string) => Number.parseInt(text, 16);
  return (
    raw && {
      inputs: raw.inputs.map((input) => ({
        ...input,
        did: hex(input.did),
        curve: input.curve.map(([applied, told]) => [applied as number, told as number] as const)
      })),
      outputs: raw.outputs.map((output) => ({ ...output, did: hex(output.did) })),
      selfTest: raw.selfTest && { ...raw.selfTest, routine: hex(raw.selfTest.routine) }
    }
  );
}

function spanOf(list: readonly number[] | undefined): readonly [number, number] | undefined {
  const [from, to] = list ?? [];
  return from === undefined || to === undefined ? undefined : [from, to];
}

function toAccessSpec(w: ProfileDocument['accesses'][number]): AccessSpec {
  return {
    kind: w.kind,
    name: w.name,
    steps: w.steps,
    wiring: w.wiring,
    reads: w.reads,
    writes: w.writes,
    proves: w.proves,
    readsSecrets: w.readsSecrets ?? [],
    known: w.known,
    needs: w.needs,
    skills: w.skills ?? [],
    credits: w.credits ?? 0,
    handsOn: w.handsOn,
    waitMinutes: w.waitMinutes ?? 0,
    carrier: toCarrier(w),
    risks: w.risks ?? [],
    staysInstalled: w.staysInstalled ?? false,
    holdPad: w.holdPad,
    supply: w.supply,
    draw: w.draw ?? [],
    beside: w.beside ?? [],
    can: toCan(w.can),
    socket: w.socket && { unit: w.socket.unit, ...toSecurity(w.socket) },
    chip: w.chip && { ...w.chip, identification: w.chip.identification ?? undefined }
  };
}

/** Largest transfer of the bench drivers: 4095 bytes of a message less the two in front of the data. */
const CAN_BLOCK_BYTES = 4093;

/** A line on which nothing is waited for. */
const PLAIN_CARRIER = { ackMs: 0, blockSize: 0, stMinMs: 0, resets: 0, resetSeconds: 0 };

function toCarrier(w: ProfileDocument['accesses'][number]): Carrier | undefined {
  if (w.carrier) {
    return { ...PLAIN_CARRIER, ...w.carrier };
  }
  return (
    w.can && {
      kind: 'can',
      rate: w.can.bitrateBps,
      blockBytes: CAN_BLOCK_BYTES,
      ...PLAIN_CARRIER
    }
  );
}

function toCan(can: ProfileDocument['accesses'][number]['can']): CanAccess | undefined {
  return (
    can && {
      bitrateBps: can.bitrateBps,
      requestId: Number(can.requestId),
      responseId: Number(can.responseId),
      terminatorOhm: can.terminatorOhm ?? undefined,
      terminators: can.terminators ?? 2,
      ...toSecurity(can)
    }
  );
}

interface RawSecurity {
  readonly securityLevel: number;
  readonly keyConstant: string;
  readonly chipIdDid?: string | undefined;
  readonly familyDid?: string | undefined;
}

function toSecurity({
  securityLevel,
  keyConstant,
  chipIdDid = 'F1A0',
  familyDid = 'F197'
}: RawSecurity): UdsSecurity {
  return {
    securityLevel,
    keyConstant: Number.parseInt(keyConstant, 16),
    chipIdDid: Number.parseInt(chipIdDid, 16),
    familyDid: Number.parseInt(familyDid, 16)
  };
}
