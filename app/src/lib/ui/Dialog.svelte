<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Attachment } from 'svelte/attachments';

  let {
    open = $bindable(),
    title,
    children
  }: { open: boolean; title: string; children: Snippet } = $props();

  const modal: Attachment<HTMLDialogElement> = (dialog) => {
    dialog.showModal();
  };
</script>

{#if open}
  <dialog class="modal" aria-label={title} onclose={() => (open = false)} {@attach modal}>
    <div class="modal-box">
      <h2>{title}</h2>
      {@render children()}
      <form method="dialog"><button class="btn mt-3 btn-outline">Close</button></form>
    </div>
    <form method="dialog" class="modal-backdrop"><button aria-label="Close">close</button></form>
  </dialog>
{/if}

<style>
  h2 {
    font-weight: 700;
    font-size: 18px;
    margin-bottom: 10px;
  }
</style>
