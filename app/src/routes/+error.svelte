<script lang="ts">
  import { page } from '$app/state';
  import VerdictBanner from '$lib/ui/VerdictBanner.svelte';

  const reference = $derived(page.error?.reference);
</script>

<svelte:head><title>{page.status} · Upright Badger</title></svelte:head>
<h1 class="sr-only">Something is not here</h1>
<VerdictBanner
  verdict={page.status === 404 ? 'look' : 'stop'}
  word={page.status === 404 ? 'Look' : 'Stop'}
  title={page.error?.message ?? 'Something went wrong.'}
  text={reference
    ? `Reference ${reference}. What was kept is kept, and nothing was written to a unit by this.`
    : 'The address may be old or mistyped.'}
  clear="Go back to Today."
/>
<p class="mt-3"><a class="btn btn-outline" href="/">Open Today</a></p>
