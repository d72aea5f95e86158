import type { Stage } from '@badger/core/job/stages';
import type { Component } from 'svelte';
import ArriveSheet from './arrive/ArriveSheet.svelte';
import BuildSheet from './build/BuildSheet.svelte';
import IdentifySheet from './identify/IdentifySheet.svelte';
import MatchSheet from './match/MatchSheet.svelte';
import ProveSheet from './prove/ProveSheet.svelte';
import ReadSheet from './reads/ReadSheet.svelte';
import ReturnSheet from './return/ReturnSheet.svelte';
import type { StageProps } from './shared/stage-props.ts';
import WireSheet from './wire/WireSheet.svelte';
import WriteSheet from './write/WriteSheet.svelte';

/** The sheet of every stage. */
export const STAGE_SHEETS: Readonly<Record<Stage, Component<StageProps>>> = {
  arrive: ArriveSheet,
  prove: ProveSheet,
  identify: IdentifySheet,
  match: MatchSheet,
  wire: WireSheet,
  read: ReadSheet,
  build: BuildSheet,
  write: WriteSheet,
  return: ReturnSheet
};
