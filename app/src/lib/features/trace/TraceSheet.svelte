<script lang="ts">
  import { onMount } from 'svelte';
  import { wrap, transfer, type Remote } from 'comlink';
  import type { LogFilter } from '@badger/core/trace/filter-log';
  import type { LogFormat } from '@badger/core/trace/load-log';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import type { TraceLine } from '$lib/trace-types.ts';
  import MessageTrace from './MessageTrace.svelte';
  import TraceFilter from './TraceFilter.svelte';
  import TraceList from './TraceList.svelte';
  import type { TraceDesk, TraceRow, TraceSummary } from './trace-desk.ts';

  let { operation }: { operation: string | undefined } = $props();

  const GONE = {
    title: 'The trace could not be opened',
    text: 'It may be too large for this computer.'
  };
  let desk: Remote<TraceDesk> | undefined;
  let summary = $state.raw<TraceSummary | undefined>();
  let name = $state('');
  /** Of an operation that sent no frames. */
  let messages = $state.raw<{ name: string; lines: readonly TraceLine[] } | undefined>();
  let trouble = $state<{ title: string; text: string; clear?: string } | undefined>();
  let busy = $state(false);
  let count = $state(0);
  let version = $state(0);

  onMount(() => {
    const worker = new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' });
    worker.onerror = () => {
      busy = false;
      trouble = GONE;
    };
    desk = wrap<TraceDesk>(worker);
    if (operation) void openOperation(operation);
    return () => worker.terminate();
  });

  async function open(bytes: Uint8Array, called: string) {
    if (!desk) return;
    busy = true;
    try {
      const opened = await desk.open(transfer(bytes, [bytes.buffer as ArrayBuffer]));
      trouble = opened.ok ? undefined : messageOfProblem(opened.problem);
      if (!opened.ok) return;
      summary = opened.value;
      messages = undefined;
      name = called;
      count = opened.value.frames;
      version++;
    } catch {
      trouble = GONE;
    } finally {
      busy = false;
    }
  }
  async function openFile(file: File | undefined) {
    if (file) await open(new Uint8Array(await file.arrayBuffer()), file.name);
  }
  async function openOperation(id: string) {
    const answer = await fetch(`/api/operations/${id}/trace`);
    const called = `operation-${id.slice(0, 8)}`;
    if (answer.ok && answer.headers.get('content-type')?.includes('json')) {
      messages = { name: called, lines: (await answer.json()) as TraceLine[] };
      return;
    }
    if (answer.ok) return open(new Uint8Array(await answer.arrayBuffer()), called);
    const body = (await answer.json().catch(() => undefined)) as { problem?: never } | undefined;
    trouble = body?.problem
      ? messageOfProblem(body.problem)
      : { title: 'No trace', text: 'The operation has no frames on record.' };
  }
  async function filter(wanted: LogFilter) {
    if (!desk) return;
    count = await desk.filter(wanted);
    version++;
  }
  const fetchRows = (from: number, to: number): Promise<TraceRow[]> =>
    desk ? desk.rows(from, to) : Promise.resolve([]);

  const ENDINGS: Readonly<Record<LogFormat, string>> = { candump: 'log', asc: 'asc', pcap: 'pcap' };
  async function save(format: LogFormat) {
    if (!desk) return;
    const bytes = await desk.save(format);
    const url = URL.createObjectURL(new Blob([bytes as BlobPart]));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${name.replace(/\.[a-z]+$/i, '')}.${ENDINGS[format]}`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(url), 10_000);
  }
  function drop(event: DragEvent) {
    event.preventDefault();
    void openFile(event.dataTransfer?.files[0]);
  }
</script>

<section
  class="card-sheet open"
  aria-label="Open a trace"
  ondragover={(e) => e.preventDefault()}
  ondrop={drop}
>
  <label class="choose">
    <span>Trace of any tool: candump, ASC or pcap. Choose it, or drop it here.</span>
    <input
      type="file"
      class="file-input"
      accept=".log,.asc,.pcap,.txt"
      onchange={(e) => void openFile(e.currentTarget.files?.[0])}
    />
  </label>
  {#if busy}<span role="status">Reading the trace …</span>{/if}
  {#if trouble}
    <p class="wrong" role="alert"><b>{trouble.title}.</b> {trouble.text} {trouble.clear ?? ''}</p>
  {/if}
</section>
{#if messages}
  <MessageTrace name={messages.name} lines={messages.lines} />
{:else if summary}
  {#key summary}
    <TraceFilter {summary} {name} {count} onfilter={filter} onsave={save} />
  {/key}
  <TraceList {count} {version} {fetchRows} />
{/if}

<style>
  .open {
    padding: 12px 16px;
    display: flex;
    gap: 8px 20px;
    flex-wrap: wrap;
    align-items: center;
  }
  .choose {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
    align-items: center;
  }
  .wrong {
    color: var(--stop);
    margin: 0;
  }
</style>
