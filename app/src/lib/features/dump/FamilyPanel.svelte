<script lang="ts">
  import { bytesAtImage } from '@badger/core/image/region-view';
  import { compareFields } from '@badger/core/field/read-fields';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { choosePlace } from './desk-edits.ts';
  import type { DumpFile } from './dump-file.svelte.ts';
  import type { DumpState } from './dump-state.svelte.ts';
  import { viewOfPlace, type DeskPlace } from './families.ts';
  import FieldTable from './FieldTable.svelte';
  import RuleTable from './RuleTable.svelte';

  let { desk, file }: { desk: DumpState; file: DumpFile } = $props();

  const place = $derived(file.place);
  const placed = $derived.by(() => {
    if (!place) return [];
    const files = [file, ...desk.files.filter((f) => f !== file)];
    return files.flatMap((f) => {
      const view = viewOfPlace(f.pieces, place);
      return view.image.pieces.length > 0 ? [{ file: f, view }] : [];
    });
  });
  const fields = $derived(
    place
      ? compareFields(
          place.region.fields,
          placed.map(({ view }) => bytesAtImage(view.image))
        )
      : []
  );
  const bytes = $derived(file.known);
  let said = $state('');

  async function choose(key: string) {
    const all = desk.families.flatMap((family) =>
      family.regions.map((region): DeskPlace => ({ family, region }))
    );
    const refused = await choosePlace(
      desk,
      file,
      all.find(({ family, region }) => `${family.id} ${region.id}` === key)
    );
    const words = refused && messageOfProblem(refused);
    said = words ? `${words.title}. ${words.text} Undo that change first.` : '';
  }
</script>

<section class="card-sheet" aria-label="What the family knows">
  <h2>
    What the family knows
    <label
      >Family and region
      <select
        class="select"
        value={place ? `${place.family.id} ${place.region.id}` : ''}
        onchange={(e) => void choose(e.currentTarget.value)}
      >
        <option value="">not known</option>
        {#each desk.families as family (family.id)}
          <optgroup label="{family.id}, {family.title}">
            {#each family.regions as region (region.id)}
              <option value="{family.id} {region.id}"
                >{family.id}
                {region.name}{region.lengthBytes === bytes ? ', of this size' : ''}</option
              >
            {/each}
          </optgroup>
        {/each}
      </select></label
    >
  </h2>
  {#if place && place.region.lengthBytes !== bytes}
    <p class="look">
      The region holds {place.region.lengthBytes} bytes, this image {bytes}: what is missing is
      unknown, not blank.
    </p>
  {/if}
  {#if said}<p class="look" role="alert">{said}</p>{/if}
  <RuleTable {desk} {file} />
  {#if place && fields.length > 0}
    <FieldTable {desk} {file} {fields} files={placed} />
  {:else if !place}
    <p class="soft">
      With family and region chosen its fields are read with all their copies, its checksums held
      against the bytes and corrected, and its mileage guarded.
    </p>
  {:else}<p class="soft">The family knows no field of this region.</p>{/if}
</section>

<style>
  section {
    padding: 12px 16px;
  }
  h2 {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
    justify-content: space-between;
    font-weight: 600;
    margin: 0 0 8px;
  }
  label {
    font-weight: 400;
    font-size: 15px;
    display: flex;
    gap: 8px;
    align-items: center;
    flex-wrap: wrap;
  }
  .select {
    width: auto;
    max-width: 100%;
  }
  .look {
    color: var(--look);
    font-weight: 600;
  }
</style>
