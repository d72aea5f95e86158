<script lang="ts">
  import BundleSheet from '$lib/features/papers/BundleSheet.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
</script>

<svelte:head><title>Bundle of a job · Upright Badger</title></svelte:head>
<PageHead title="Bundle of a job" />
<BundleSheet />
