<script lang="ts">
  import { mayDo, RIGHTS, ROLES, type Right } from '@badger/core/rights/rights';
  import { RIGHT_WORDS } from '$lib/messages/rights.ts';
  import Panel from '$lib/ui/Panel.svelte';

  /** What everybody may do is said in one line. */
  const rights = (Object.keys(RIGHTS) as Right[]).filter(
    (right) => !ROLES.every((role) => mayDo(role, right))
  );
</script>

<Panel label="Who may do what" title="Who may do what" note="everybody sees jobs, units and scans">
  <div class="scroll">
    <table class="plain">
      <thead>
        <tr
          ><th>Act</th>{#each ROLES as role (role)}<th>{role}</th>{/each}</tr
        >
      </thead>
      <tbody>
        {#each rights as right (right)}
          <tr data-right={right}>
            <td>{RIGHT_WORDS[right]}</td>
            {#each ROLES as role (role)}
              <td>{mayDo(role, right) ? 'yes' : '–'}</td>
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
