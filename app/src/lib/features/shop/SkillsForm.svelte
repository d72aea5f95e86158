<script lang="ts">
  import type { Skill } from '@badger/core/profile/profile';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { wordsOfSkill } from '$lib/messages/plan.ts';
  import Panel from '$lib/ui/Panel.svelte';

  type Row = {
    readonly id: string;
    readonly name: string;
    readonly role: string;
    readonly skills: readonly Skill[];
  };
  let { people, may }: { people: readonly Row[]; may: boolean } = $props();
  const SKILLS: readonly Skill[] = ['open-case', 'fine-solder', 'clip', 'vehicle'];

  async function turn(person: Row, skill: Skill, on: boolean) {
    const skills = SKILLS.filter((s) => (s === skill ? on : person.skills.includes(s)));
    noted(await send('/api/shop/skills', { personId: person.id, skills }));
  }
</script>

<Panel
  label="People"
  title="People"
  note="bench and lead are planned; a skill opens the ways that need it"
>
  <div class="scroll">
    <table class="plain">
      <thead
        ><tr
          ><th>Person</th><th>Role</th>{#each SKILLS as s (s)}<th>{wordsOfSkill(s)}</th>{/each}</tr
        ></thead
      >
      <tbody>
        {#each people as p (p.id)}
          <tr>
            <td><b>{p.name}</b></td>
            <td>{p.role}</td>
            {#each SKILLS as s (s)}
              <td
                ><input
                  type="checkbox"
                  class="checkbox"
                  aria-label="{p.name}: {wordsOfSkill(s)}"
                  checked={p.skills.includes(s)}
                  disabled={!may}
                  onchange={(e) => turn(p, s, e.currentTarget.checked)}
                /></td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
</Panel>

<style>
  .scroll {
    overflow-x: auto;
  }
</style>
