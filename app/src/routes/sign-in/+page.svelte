<script lang="ts">
  import type { PageProps } from './$types';

  let { data, form }: PageProps = $props();
  let name = $state('');
  let password = $state('');
</script>

<svelte:head><title>Sign in · Upright Badger</title></svelte:head>
<div class="narrow">
  <h1>Sign in</h1>
  <form
    method="post"
    action="?/in{typeof location === 'undefined' ? '' : location.search.replace('?', '&')}"
    class="card-sheet box"
  >
    <label
      >Name<input
        class="input w-full"
        name="name"
        autocomplete="username"
        required
        bind:value={name}
      /></label
    >
    <label
      >Password<input
        class="input w-full"
        name="password"
        type="password"
        autocomplete="current-password"
        required
        bind:value={password}
      /></label
    >
    {#if form?.message}<p class="bad" role="alert">{form.message}</p>{/if}
    <button class="btn btn-primary">Sign in</button>
  </form>
  {#if data.accounts.length > 0}
    <section class="card-sheet box" aria-label="Demo accounts">
      <p>
        <b>Demo accounts</b>
        <span class="soft">invented, shown only while the demo data is loaded</span>
      </p>
      <div class="accounts">
        {#each data.accounts as a (a.account)}
          <button
            type="button"
            class="btn btn-outline"
            onclick={() => {
              name = a.account;
              password = a.password;
            }}>{a.account}</button
          >
        {/each}
      </div>
      <ul class="soft mono">
        {#each data.accounts as a (a.account)}<li>
            {a.account}: {a.password} ({a.name})
          </li>{/each}
      </ul>
    </section>
  {/if}
</div>

<style>
  .narrow {
    max-width: 520px;
    margin: 0 auto;
    display: grid;
    gap: 14px;
  }
  h1 {
    font: 650 24px/1.2 var(--font-sans);
  }
  .box {
    padding: 16px 18px;
    display: grid;
    gap: 12px;
  }
  .accounts {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .bad {
    color: var(--stop);
    font-weight: 600;
  }
</style>
