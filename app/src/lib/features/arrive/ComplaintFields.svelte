<script lang="ts">
  import type { IntakeDraft } from './intake.view.ts';

  let { draft = $bindable() }: { draft: IntakeDraft } = $props();
</script>

<label class="wide"
  >Complaint, in the customer’s words<textarea
    class="textarea w-full"
    rows="2"
    bind:value={draft.complaint}
    required
    maxlength="500"></textarea></label
>
<label
  >How it shows<input
    class="input w-full"
    bind:value={draft.shows}
    maxlength="200"
    placeholder="cold start, wet road, under load"
  /></label
>
<label
  >Shows after, minutes<input
    class="input w-full"
    type="number"
    min="0"
    max="100000"
    step="1"
    bind:value={draft.showsMinutes}
  /></label
>

<style>
  .wide {
    grid-column: 1 / -1;
  }
</style>
