<script lang="ts">
  import type { PageProps } from './$types';

  let { form }: PageProps = $props();
</script>

<svelte:head><title>First account · Upright Badger</title></svelte:head>
<h1>The first account</h1>
<p class="soft">
  This shop is empty. The first person is a lead and can do everything at the bench.
</p>
<form method="post" class="card-sheet box">
  <label>Name<input class="input w-full" name="name" autocomplete="username" required /></label>
  <label
    >Password, at least ten characters<input
      class="input w-full"
      name="password"
      type="password"
      autocomplete="new-password"
      minlength="10"
      required
    /></label
  >
  {#if form?.message}<p class="bad" role="alert">{form.message}</p>{/if}
  <button class="btn btn-primary">Make the account</button>
</form>

<style>
  h1 {
    font: 650 24px/1.2 var(--font-sans);
  }
  .box {
    padding: 16px 18px;
    display: grid;
    gap: 12px;
    margin-top: 12px;
  }
  .bad {
    color: var(--stop);
    font-weight: 600;
  }
</style>
