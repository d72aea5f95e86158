<script lang="ts">
  import { onMount } from 'svelte';
  import { judgeSocket } from '@badger/core/socket/judge-socket';
  import type { Problem } from '@badger/core/base/result';
  import type { Feeds } from '@badger/core/port/breakout';
  import type { SocketReading } from '@badger/core/socket/socket-reading';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfJudgement, messageOfProblem } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import SocketFace from './SocketFace.svelte';
  import { levelOf, wordsOfUse } from './socket.view.ts';

  let { stationId }: { stationId: string } = $props();

  interface SocketState {
    readonly idn: string;
    readonly reading?: SocketReading;
    readonly feeds?: Feeds;
  }
  const EVERY_MS = 1000;
  let shown = $state.raw<SocketState | undefined>();
  let problem = $state.raw<Problem | undefined>();
  let timer: ReturnType<typeof setTimeout> | undefined;

  const station = $derived(live.station(stationId));
  const feeds = $derived(shown?.feeds);
  const socket = $derived(judgeSocket(shown?.reading, { batteryHeld: feeds?.battery === false }));
  const whole = $derived(messageOfJudgement(socket.whole));
  const connected = $derived(station?.connected);
  /** What the whole verdict rests on. */
  const because = $derived(
    socket.pins.find(
      (p) => p.judgement.verdict === socket.whole.verdict && !p.use.endsWith('ground')
    )
  );

  async function look() {
    try {
      const answer = await fetch(`/api/stations/${stationId}/socket`);
      const body = (await answer.json()) as SocketState & { problem?: Problem };
      problem = body.problem;
      shown = body.problem ? undefined : body;
    } catch {
      // what is old is not shown as new
      shown = undefined;
      problem = { code: 'fault.server.unreachable', params: {} };
    }
  }
  onMount(() => {
    let gone = false;
    const again = async () => {
      await look();
      if (!gone) timer = setTimeout(() => void again(), EVERY_MS);
    };
    void again();
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  });
  async function turn(change: Partial<Feeds>) {
    noted(await send(`/api/stations/${stationId}/socket`, change));
    await look();
  }
</script>

<div class="pile">
  <Panel label="Socket" title="Diagnostic socket" note={shown?.idn ?? ''}>
    {#if problem}
      <p><b>{messageOfProblem(problem).title}.</b> {messageOfProblem(problem).text}</p>
    {:else if shown}
      <p class="line" data-verdict={socket.whole.verdict}>
        <VerdictMark verdict={socket.whole.verdict} size={22} /><b
          >{whole.title}{because && socket.whole.verdict !== 'go'
            ? `: ${messageOfJudgement(because.judgement).title}`
            : ''}</b
        >
        <span class="soft">against the ground lead of the box, looking into the socket</span>
      </p>
      <SocketFace {socket} />
    {:else}
      <p class="soft">Asking the box …</p>
    {/if}
  </Panel>
  {#if feeds && may('bench.operate')}
    <Panel label="Feeds" title="Feeds of the loose unit">
      <div class="acts">
        {#each [['battery', 'Battery feed'], ['ignition', 'Ignition feed']] as const as [key, name] (key)}
          <button
            class="btn {feeds[key] ? 'btn-primary' : 'btn-outline'}"
            aria-pressed={feeds[key]}
            onclick={() => turn({ [key]: !feeds[key] })}
          >
            {name}: {feeds[key] ? 'passed on' : 'held back'}
          </button>
        {/each}
        {#if connected}
          <span>
            On the clamp: tag <b class="mono">{connected.tag}</b>, chip id
            <b class="mono">{connected.chipId ?? 'none'}</b>.
            <a class="link" href="/jobs/{connected.jobNumber}/prove">Faults and exercise</a>
          </span>
        {:else}
          <span class="soft">Nobody knows which unit lies there: read its chip id at Wire.</span>
        {/if}
      </div>
    </Panel>
  {/if}
  {#if shown}
    <Panel label="Pins" title="Pin by pin">
      <table class="plain">
        <thead><tr><th>Pin</th><th>For</th><th>Level</th><th>Shows</th></tr></thead>
        <tbody>
          {#each socket.pins as pin (pin.pin)}
            {@const m = messageOfJudgement(pin.judgement)}
            <tr data-pin={pin.pin} data-verdict={pin.judgement.verdict}>
              <td class="mono">{pin.pin}</td>
              <td>{wordsOfUse(pin)}</td>
              <td class="mono">{levelOf(pin)}</td>
              <td
                ><VerdictMark verdict={pin.judgement.verdict} size={15} />
                {m.title}{m.text ? `. ${m.text}` : ''}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </Panel>
  {/if}
</div>

<style>
  .pile {
    display: grid;
    gap: 12px;
  }
  .line {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: baseline;
    margin: 0 0 8px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
  }
  td {
    padding: 4px 10px 4px 0;
  }
  p {
    margin: 0;
  }
</style>
