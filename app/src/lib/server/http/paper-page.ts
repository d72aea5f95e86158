import { error } from '@sveltejs/kit';
import { deps } from '../app-root.ts';
import { layPaper, loadPaperFacts, type PaperKind } from '../services/papers/job-papers.ts';
import { parseJobNumber } from './ids.ts';

interface PaperEvent {
  readonly params: { readonly number: string };
  readonly url: URL;
  readonly locals: App.Locals;
  depends(...keys: `${string}:${string}`[]): void;
}

/** What the page of a paper shows. */
export async function loadPaperPage(event: PaperEvent, kind: PaperKind) {
  const { params, url, locals } = event;
  const jobNumber = parseJobNumber(params.number);
  const role = locals.person?.role ?? 'trainee';
  const facts = await loadPaperFacts(deps(), { jobNumber, role, origin: url.origin });
  if (!facts) error(404, { message: `There is no job ${params.number}.` });
  event.depends(`badger:job:${jobNumber}`);
  return { number: jobNumber, paper: layPaper(kind, facts) };
}
