import { isTrusted } from '../reads/judge-region.ts';
import type { RegionView } from './region-state.ts';

/** A content that is trusted, and what names it: a read, or the word of a lead that took what was put together. */
export function trustedContent({
  verdict,
  agreement,
  reads,
  accepted
}: RegionView): { readonly sha256: string; readonly readId: string } | undefined {
  const sha256 = isTrusted(verdict) ? agreement.trustedSha256 : undefined;
  const readId = reads.find((r) => r.sha256 === sha256)?.id ?? accepted?.id;
  return sha256 && readId ? { sha256, readId } : undefined;
}
