<script lang="ts">
  let { trust }: { trust: 'full' | 'half' | 'broken' } = $props();
  const words = { full: 'trusted', half: 'single', broken: 'disputed' };
</script>

<span class="bar {trust}" role="img" aria-label={words[trust]}></span>

<style>
  .bar {
    display: inline-block;
    width: 12px;
    height: 18px;
    border-radius: 2px;
    flex: none;
  }
  .full {
    background: var(--go);
  }
  .half {
    background: linear-gradient(0deg, var(--soft) 50%, transparent 50%);
    border: 1.5px solid var(--soft);
  }
  .broken {
    background: linear-gradient(0deg, var(--stop) 40%, transparent 40% 60%, var(--stop) 60%);
  }
</style>
