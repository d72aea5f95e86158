import { fail, ok, type Result } from '@badger/core/base/result';
import { equalBytes } from '@badger/core/base/bytes';
import type { MemoryAccess } from '@badger/core/access/memory-access';
import { compareImages } from '@badger/core/image/compare';
import { imageOfLine, type PlanLine, type WriteOrigin } from '@badger/core/clone/plan';
import { joinBytes, type SparseImage } from '@badger/core/image/image';
import { getRegion, rangeOf } from '@badger/core/profile/profile';
import { loadImage } from '../../repositories/images.ts';
import type { Outcome } from './conclude-operation.ts';
import { waitForVolts } from './before-erase.ts';
import { advance, type Run } from './run.ts';

/**
 * Writes the clone image to the donor, region by region in the plan's order, and reads each region back before
 * the next one is touched. Everything that is to be written is loaded and proven before the first erase.
 * Nothing is repeated by itself. Once something was sent that changes memory the database is not waited for any more: a
 * unit that is half written is worth more finished and proven than explained.
 */
export async function runWrite(run: Run, memory: MemoryAccess): Promise<Outcome> {
  const plan = run.view.clone?.plan;
  if (!plan) return { result: fail('gate.image.none') };
  const images = new Map<string, SparseImage<WriteOrigin>>();
  for (const line of plan.lines) {
    const content = await loadImage(run.deps.db, line.sha256);
    if (!content.ok) return { result: content };
    const image = imageOfLine(run.live.spec.profile, line, content.value);
    if (!image.ok) return { result: image };
    images.set(line.regionId, image.value);
  }
  const unlocked = await memory.unlock();
  if (!unlocked.ok) return { result: unlocked };
  await advance(run, 'work-begun');
  for (const [index, line] of plan.lines.entries()) {
    const image = images.get(line.regionId) as SparseImage<WriteOrigin>;
    const fed = await waitForVolts(run);
    if (!fed.ok) return { result: fed };
    const written = await writeRegion(run, memory, { line, image });
    if (!written.ok) return { result: written };
    if (index === plan.lines.length - 1) await advance(run, 'all-written');
    const equal = await readBack(run, memory, { line, image });
    if (!equal.ok) return { result: equal };
  }
  // out of the programming session; the content is proven already, so a unit that does not answer is no fault
  await memory.reset();
  return { result: ok(true) };
}

interface RegionWrite {
  readonly line: PlanLine;
  readonly image: SparseImage<WriteOrigin>;
}

async function writeRegion(
  run: Run,
  memory: MemoryAccess,
  { line, image }: RegionWrite
): Promise<Result<true>> {
  const { live, deps } = run;
  const region = getRegion(live.spec.profile, line.regionId);
  if (region.eraseBlockBytes !== undefined) {
    live.phase(region.id, 'erasing');
    deps.bench.changed();
    const erased = await memory.erase(rangeOf(region));
    if (!erased.ok) return erased;
  }
  live.phase(region.id, 'writing');
  let before = 0;
  for (const { range, bytes } of image.pieces) {
    const written = await memory.write(range, {
      image: bytes,
      onBytes: (done) => {
        live.progress(region.id, before + done, 'write');
        deps.bench.changed();
      }
    });
    if (!written.ok) return written;
    before += bytes.length;
  }
  return ok(true);
}

async function readBack(
  run: Run,
  memory: MemoryAccess,
  { line, image }: RegionWrite
): Promise<Result<true>> {
  const { live, deps } = run;
  const region = getRegion(live.spec.profile, line.regionId);
  live.phase(region.id, 'reading-back');
  const back = await memory.read(rangeOf(region), {
    signal: { stopped: false },
    onBytes: (done) => {
      live.progress(region.id, done, 'read');
      deps.bench.changed();
    }
  });
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
