import { loadPaperPage } from '$lib/server/http/paper-page.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) => loadPaperPage(event, 'fitting');
