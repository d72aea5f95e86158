import { fail } from '@badger/core/base/result';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { layPaper, loadPaperFacts, PAPER_KINDS } from '$lib/server/services/papers/job-papers.ts';
import { renderPdf } from '$lib/server/papers/render-pdf.ts';
import type { RequestHandler } from './$types';

/** A paper of a job as PDF: `?size=letter` for the other sheet. */
export const GET: RequestHandler = async ({ params, url, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  const jobNumber = parseJobNumber(params.number);
  const kind = PAPER_KINDS.find((k) => k === params.paper);
  const facts =
    kind &&
    (await loadPaperFacts(deps(), { jobNumber, role: person.value.role, origin: url.origin }));
  if (!facts) return respond(fail('job.number.unknown', { number: jobNumber }));
  const size = url.searchParams.get('size') === 'letter' ? 'LETTER' : 'A4';
  const pdf = await renderPdf(layPaper(kind, facts), size);
  if (!pdf.ok) return respond(pdf);
  return new Response(pdf.value as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'application/pdf',
      'cache-control': 'no-store',
      'content-disposition': `attachment; filename="job-${jobNumber}-${kind}.pdf"`
    }
  });
};
