import { fail, ok, type Result } from '@badger/core/base/result';
import { equalBytes } from '@badger/core/base/bytes';
import type { MemoryAccess } from '@badger/core/access/memory-access';
import { reaches } from '@badger/core/access/access';
import { differingBlocks } from '@badger/core/clone/differing-blocks';
import { compareImages } from '@badger/core/image/compare';
import { lengthOf, type Range } from '@badger/core/image/range';
import { imageOfLine, type PlanLine, type WriteOrigin } from '@badger/core/clone/plan';
import { joinBytes, sliceImage, type SparseImage } from '@badger/core/image/image';
import type { ToldAfter } from '@badger/core/operation/writes';
import { getRegion, rangeOf } from '@badger/core/profile/profile';
import { eraseSeconds } from '@badger/core/time/estimate';
import { loadImage } from '../../repositories/images.ts';
import type { Outcome } from './conclude-operation.ts';
import { waitForVolts } from './before-erase.ts';
import { linesToWrite } from './lines-to-write.ts';
import { blocksByCheck, proveByCheck } from './prove-by-check.ts';
import { advance, type Run } from './run.ts';

/**
 * Writes region by region in the plan's order, and reads each region back before the next one is touched: the built image, the unit's own backup, or of the
 * image only the blocks that the unit does not hold. Everything that is to be written is loaded and proven before the first erase.
 * Nothing is repeated by itself. Once something was sent that changes memory the database is not waited for any more: a
 * unit that is half written is worth more finished and proven than explained.
 */
export async function runWrite(run: Run, memory: MemoryAccess): Promise<Outcome> {
  const { profile, writes } = run.live.spec;
  const lines = linesToWrite(run.view, writes);
  if (lines.length === 0) return { result: fail('gate.image.none') };
  const images = new Map<string, SparseImage<WriteOrigin>>();
  for (const line of lines) {
    const content = await loadImage(run.deps, line.sha256);
    if (!content.ok) return { result: content };
    const image = imageOfLine(profile, line, content.value);
    if (!image.ok) return { result: image };
    images.set(line.regionId, image.value);
  }
  const unlocked = await memory.unlock();
  if (!unlocked.ok) return { result: unlocked };
  await advance(run, 'work-begun');
  for (const [index, line] of lines.entries()) {
    const work = { line, image: images.get(line.regionId) as SparseImage<WriteOrigin> };
    const written = await writeRegion(run, memory, work);
    if (!written.ok) return { result: written };
    if (index === lines.length - 1) await advance(run, 'all-written');
    const equal = await readBack(run, memory, work);
    if (!equal.ok) return { result: equal };
  }
  // out of the programming session; the content is proven already, so a unit that does not answer is no fault
  await memory.reset();
  // a memory chip is not started, and tells nothing of itself
  if (run.live.spec.access.carrier === 'chip') return { result: ok(true) };
  return { result: ok(true), after: await askAgain(run, memory, lines) };
}

/** A region, and what is to be in it. */
export interface RegionWrite {
  readonly line: PlanLine;
  readonly image: SparseImage<WriteOrigin>;
}

async function writeRegion(
  run: Run,
  memory: MemoryAccess,
  work: RegionWrite
): Promise<Result<true>> {
  const ranges = await rangesToWrite(run, memory, work);
  if (!ranges.ok) return ranges;
  const region = getRegion(run.live.spec.profile, work.line.regionId);
  let before = region.lengthBytes - ranges.value.reduce((n, r) => n + r.end - r.start, 0);
  for (const range of ranges.value) {
    const fed = await waitForVolts(run);
    if (!fed.ok) return fed;
    const written = await writeRange(run, memory, { ...work, range, before });
    if (!written.ok) return written;
    before += range.end - range.start;
  }
  return ok(true);
}

/** All of the region; or, where only the rest is written, the blocks in which the unit does not hold what is meant: that is read first. */
async function rangesToWrite(
  run: Run,
  memory: MemoryAccess,
  { line, image }: RegionWrite
): Promise<Result<Range[]>> {
  const { profile, writes } = run.live.spec;
  const region = getRegion(profile, line.regionId);
  if (writes !== 'rest') return ok([rangeOf(region)]);
  if (!reaches(run.live.spec.access, region.id)) return blocksByCheck(run, memory, { line, image });
  const found = await readRegion(run, memory, line.regionId);
  if (!found.ok) return found;
  const blocks = differingBlocks(joinBytes(image), found.value, region.eraseBlockBytes);
  return ok(
    blocks.map(({ start, end }) => ({ start: region.address + start, end: region.address + end }))
  );
}

interface RangeWrite extends RegionWrite {
  /** Addresses. */
  readonly range: Range;
  /** Bytes of the region that are right already. */
  readonly before: number;
}

async function writeRange(
  run: Run,
  memory: MemoryAccess,
  { line, image, range, before }: RangeWrite
): Promise<Result<true>> {
  const { live, deps } = run;
  const region = getRegion(live.spec.profile, line.regionId);
  if (region.eraseBlockBytes !== undefined) {
    const share = lengthOf(range) / region.lengthBytes;
    live.phase(region.id, 'erasing', eraseSeconds(region) * share * 1000);
    deps.bench.changed();
    const erased = await memory.erase(range);
    if (!erased.ok) return erased;
  }
  live.phase(region.id, 'writing');
  let done = before;
  for (const piece of sliceImage(image, range).pieces) {
    const written = await memory.write(piece.range, {
      image: piece.bytes,
      onBytes: (bytes) => {
        live.progress(region.id, done + bytes, 'write');
        deps.bench.changed();
      }
    });
    if (!written.ok) return written;
    done += piece.bytes.length;
  }
  return ok(true);
}

function readRegion({ live, deps }: Run, memory: MemoryAccess, regionId: string) {
  const region = getRegion(live.spec.profile, regionId);
  live.phase(region.id, 'reading-back');
  return memory.read(rangeOf(region), {
    signal: { stopped: false },
    onBytes: (done) => {
      live.progress(region.id, done, 'read');
      deps.bench.changed();
    }
  });
}

async function readBack(
  run: Run,
  memory: MemoryAccess,
  { line, image }: RegionWrite
): Promise<Result<true>> {
  const { live } = run;
  const region = getRegion(live.spec.profile, line.regionId);
  if (!reaches(live.spec.access, region.id)) return proveByCheck(run, memory, { line, image });
  const back = await readRegion(run, memory, region.id);
  if (!back.ok) return back;
  const meant = joinBytes(image);
  if (!equalBytes(back.value, meant)) {
    live.phase(region.id, 'different');
    const { differingBytes, ranges } = compareImages(meant, back.value);
    return fail('write.verify.differs', {
      region: region.name,
      bytes: differingBytes,
      first: ranges[0]?.start ?? 0
    });
  }
  live.phase(region.id, 'equal');
  return ok(true);
}

/** The unit was reset and is asked who it is now; that it does not answer says nothing of its content. */
async function askAgain(
  run: Run,
  memory: MemoryAccess,
  lines: readonly PlanLine[]
): Promise<ToldAfter> {
  const vin = lines.flatMap((l) => l.fields).find((f) => f.id === 'vin' && f.role === 'identity');
  const meantVin = vin?.written ?? '';
  const told = await memory.identify().catch(() => undefined);
  if (!told?.ok) return { answered: false, chipId: '', vin: '', meantVin };
  const { chipId = '', fields } = told.value;
  return { answered: true, chipId, vin: fields['vin'] ?? '', meantVin };
}
