<script lang="ts">
  let { role, size = 26 }: { role: 'original' | 'donor' | 'new' | 'partner'; size?: number } =
    $props();
</script>

<!-- Solid square: original; stripes with one cut corner: donor; open square: new; open round: partner. -->
<span class="mark {role}" style="width:{size}px;height:{size}px" aria-hidden="true"></span>

<style>
  .mark {
    display: inline-block;
    vertical-align: -0.15em;
    flex: none;
  }
  .original {
    background: var(--original);
  }
  .new {
    border: 4px solid var(--original);
  }
  .partner {
    border: 4px solid var(--soft);
    border-radius: 50%;
  }
  .donor {
    background: repeating-linear-gradient(135deg, var(--donor) 0 4px, transparent 4px 8px);
    border: 2px solid var(--donor);
    clip-path: polygon(0 0, 70% 0, 100% 30%, 100% 100%, 0 100%);
  }
</style>
