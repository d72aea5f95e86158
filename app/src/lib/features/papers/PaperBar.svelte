<script lang="ts">
  import PrintBar from '$lib/ui/PrintBar.svelte';

  type Kind = 'record' | 'certificate' | 'fitting';
  let { jobNumber, paper }: { jobNumber: number; paper: Kind } = $props();

  const others = $derived((['record', 'certificate'] as const).filter((k) => k !== paper));
</script>

<PrintBar href="/jobs/{jobNumber}/return" back="Back to the job">
  <a class="btn btn-outline" href="/api/jobs/{jobNumber}/papers/{paper}" download>PDF</a>
  {#each others as other (other)}
    <a class="btn btn-outline" href="/jobs/{jobNumber}/{other}">The {other}</a>
  {/each}
</PrintBar>
