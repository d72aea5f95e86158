<script lang="ts">
  import { decodePhoto } from './decode-photo.ts';

  let { onfound }: { onfound: (texts: readonly string[]) => void } = $props();

  let phase = $state<'idle' | 'looking' | 'found' | 'none' | 'failed'>('idle');
  let says = $state('');

  async function look(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    phase = 'looking';
    says = 'Looking for codes…';
    const answer = await decodePhoto(file);
    if (!answer.ok) {
      phase = 'failed';
      says =
        answer.reason === 'no-picture'
          ? `${file.name} is no picture that can be shown. Nothing was changed.`
          : 'The picture could not be looked at. Type the numbers instead.';
      return;
    }
    phase = answer.codes.length > 0 ? 'found' : 'none';
    says =
      answer.codes.length > 0
        ? `Found ${answer.codes.map((c) => `${c.text} (${c.format})`).join(', ')}.`
        : 'No code in this picture. Go nearer, square on, without glare; or type the numbers.';
    if (answer.codes.length > 0) onfound(answer.codes.map((c) => c.text));
  }
</script>

<div class="photo" data-state={phase}>
  <label class="btn btn-outline"
    >Read codes from a photo<input
      class="sr-only"
      type="file"
      accept="image/*"
      capture="environment"
      onchange={look}
    /></label
  >
  <span class="soft" role="status">{says}</span>
</div>

<style>
  .photo {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
  }
</style>
