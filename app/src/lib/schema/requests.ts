import { BOX_DRIVER_NAMES, SUPPLY_DRIVER_NAMES } from '@badger/core/port/drivers';
import { WRITES } from '@badger/core/operation/writes';
import type { Static } from 'typebox';
import {
  assignUnit,
  authority,
  closeJob,
  kitEdit,
  kitTick,
  newJob,
  place,
  unitFeed,
  waiver,
  acceptReads
} from './arrive-requests.ts';
import {
  newQuote,
  newStock,
  offer,
  personSkills,
  planMark,
  shopRules,
  unitFacts,
  accessChoice
} from './match-requests.ts';
import {
  buildClone,
  cloneConsent,
  requestFile,
  sourceChange,
  tellInVehicle
} from './clone-requests.ts';
import { enterCode, handOver, lookAtSecret } from './safe-requests.ts';
import { deskValue } from './desk-requests.ts';
import { imageNote } from './image-requests.ts';
import { ownSupply, supplyAt } from './device-requests.ts';
import {
  causeFinding,
  connectionBegin,
  connectionMeasure,
  connectionSense,
  connectionTick,
  evidence
} from './wiring-requests.ts';
import {
  exercise,
  proof,
  proofTest,
  switchFeeds,
  accessKind,
  startScan,
  typedScan,
  vehicleSimulator
} from './prove-requests.ts';
import {
  answerPost,
  doAtVehicle,
  leaveOutSteps,
  makePostLink,
  noteReturnStep,
  watchStart
} from './return-requests.ts';
import { jobRole, stationId, tag } from './shapes.ts';

const simulator = {
  $id: 'urn:upright-badger:simulator',
  type: 'object',
  additionalProperties: false,
  properties: {
    /** Tag of the unit to clamp; null takes the unit off. */
    unit: { anyOf: [tag, { type: 'null' }] },
    padHeld: { type: 'boolean' },
    /** The vehicle feeds the unit on the clamp: it stays installed. */
    vehicleFeeds: { type: 'boolean' },
    /** Tag of the unit whose chip goes on the programmer; null takes it off. */
    chip: { anyOf: [tag, { type: 'null' }] },
    /** Faults for practice, as the simulated bench names them; none mends everything. */
    faults: {
      type: 'array',
      maxItems: 8,
      items: { type: 'string', pattern: '^[a-z-]{1,30}$' }
    }
  }
} as const;

const supply = {
  $id: 'urn:upright-badger:supply',
  type: 'object',
  additionalProperties: false,
  properties: {
    voltageMv: { type: 'integer', minimum: 0, maximum: 60000 },
    limitMa: { type: 'integer', minimum: 0, maximum: 200000 },
    on: { type: 'boolean' }
  }
} as const;

const startOperation = {
  $id: 'urn:upright-badger:start-operation',
  type: 'object',
  additionalProperties: false,
  required: ['kind', 'jobNumber', 'stationId'],
  properties: {
    kind: { enum: ['identify', 'read', 'write'] },
    jobNumber: { type: 'integer', minimum: 1 },
    stationId,
    role: jobRole,
    regionId: { type: 'string', pattern: '^[a-z][a-z0-9-]{0,39}$' },
    /** Of a read: nothing but the security data of the region, where the access gives it away alone. */
    secretsOnly: { type: 'boolean' },
    /** Of a read: go on by itself until two agree, or until reading on is useless. */
    untilAgreed: { type: 'boolean' },
    /** Of a write: the built image (which it is where nothing is said), what of it is missing, or the unit's own backup. */
    writes: { enum: WRITES },
    /** Last three characters of the donor's tag, for a write. */
    confirmation: { type: 'string', maxLength: 12 }
  }
} as const;

const forgetChip = {
  $id: 'urn:upright-badger:forget-chip',
  type: 'object',
  additionalProperties: false,
  required: ['role'],
  properties: { role: jobRole }
} as const;

const chooseStation = {
  $id: 'urn:upright-badger:choose-station',
  type: 'object',
  additionalProperties: false,
  required: ['stationId'],
  properties: { stationId }
} as const;

const signIn = {
  $id: 'urn:upright-badger:sign-in',
  type: 'object',
  additionalProperties: false,
  required: ['name', 'password'],
  properties: {
    name: { type: 'string', minLength: 1, maxLength: 60 },
    password: { type: 'string', minLength: 1, maxLength: 200 }
  }
} as const;

const firstPerson = {
  $id: 'urn:upright-badger:first-person',
  type: 'object',
  additionalProperties: false,
  required: ['name', 'password'],
  properties: {
    name: { type: 'string', minLength: 1, maxLength: 60 },
    password: { type: 'string', minLength: 10, maxLength: 200 }
  }
} as const;

const speed = {
  $id: 'urn:upright-badger:speed',
  type: 'object',
  additionalProperties: false,
  required: ['factor'],
  properties: { factor: { type: 'number', minimum: 1, maximum: 120 } }
} as const;

const stations = {
  $id: 'urn:upright-badger:stations',
  type: 'array',
  maxItems: 40,
  items: {
    type: 'object',
    additionalProperties: false,
    required: ['id', 'name', 'ratedMa', 'host', 'boxPort', 'supplyPort'],
    properties: {
      id: stationId,
      name: { type: 'string', minLength: 1, maxLength: 30 },
      ratedMa: { type: 'integer', minimum: 1, maximum: 200000 },
      host: { type: 'string', minLength: 1, maxLength: 200 },
      boxPort: { type: 'integer', minimum: 1, maximum: 65535 },
      boxDriver: { enum: [...BOX_DRIVER_NAMES] },
      supplyDriver: { enum: [...SUPPLY_DRIVER_NAMES] },
      supplyPort: { type: 'integer', minimum: 1, maximum: 65535 },
      /** Chip programmer, where the station has one. */
      chipPort: { type: 'integer', minimum: 1, maximum: 65535 },
      /** Breakout box with sense lines, where the station has one. */
      sensePort: { type: 'integer', minimum: 1, maximum: 65535 }
    }
  }
} as const;

/** Every body that a route takes; the validators are generated from these. */
export const schemas = {
  Simulator: simulator,
  Supply: supply,
  StartOperation: startOperation,
  Proof: proof,
  AssignUnit: assignUnit,
  CloseJob: closeJob,
  UnitFeed: unitFeed,
  ConnectionBegin: connectionBegin,
  ConnectionTick: connectionTick,
  ConnectionMeasure: connectionMeasure,
  ConnectionSense: connectionSense,
  Evidence: evidence,
  CauseFinding: causeFinding,
  Waiver: waiver,
  AcceptReads: acceptReads,
  BuildClone: buildClone,
  SourceChange: sourceChange,
  CloneConsent: cloneConsent,
  TellInVehicle: tellInVehicle,
  RequestFile: requestFile,
  NoteReturnStep: noteReturnStep,
  LeaveOutSteps: leaveOutSteps,
  MakePostLink: makePostLink,
  AnswerPost: answerPost,
  DoAtVehicle: doAtVehicle,
  WatchStart: watchStart,
  LookAtSecret: lookAtSecret,
  EnterCode: enterCode,
  HandOver: handOver,
  Authority: authority,
  ChooseStation: chooseStation,
  ForgetChip: forgetChip,
  SignIn: signIn,
  FirstPerson: firstPerson,
  Speed: speed,
  NewJob: newJob,
  Stations: stations,
  StartScan: startScan,
  TypedScan: typedScan,
  SimulatedVehicle: vehicleSimulator,
  ProofTest: proofTest,
  Exercise: exercise,
  DeskValue: deskValue,
  ImageNote: imageNote,
  SupplyAt: supplyAt,
  OwnSupply: ownSupply,
  SwitchFeeds: switchFeeds,
  RecordedAccess: accessKind,
  KitTick: kitTick,
  KitEdit: kitEdit,
  Place: place,
  UnitFacts: unitFacts,
  NewStock: newStock,
  Offer: offer,
  AccessChoice: accessChoice,
  NewQuote: newQuote,
  PersonSkills: personSkills,
  PlanMark: planMark,
  ShopRules: shopRules
} as const;

export type Simulator = Static<typeof simulator>;
export type Supply = Static<typeof supply>;
export type StartOperation = Static<typeof startOperation>;
export type Proof = Static<typeof proof>;
export type AssignUnit = Static<typeof assignUnit>;
export type CloseJob = Static<typeof closeJob>;
export type UnitFeed = Static<typeof unitFeed>;
export type ConnectionBegin = Static<typeof connectionBegin>;
export type ConnectionTick = Static<typeof connectionTick>;
export type ConnectionMeasure = Static<typeof connectionMeasure>;
export type ConnectionSense = Static<typeof connectionSense>;
export type Evidence = Static<typeof evidence>;
export type CauseFinding = Static<typeof causeFinding>;
export type AcceptReads = Static<typeof acceptReads>;
export type BuildClone = Static<typeof buildClone>;
export type SourceChange = Static<typeof sourceChange>;
export type CloneConsent = Static<typeof cloneConsent>;
export type TellInVehicle = Static<typeof tellInVehicle>;
export type Waiver = Static<typeof waiver>;
export type Authority = Static<typeof authority>;
export type LookAtSecret = Static<typeof lookAtSecret>;
export type EnterCode = Static<typeof enterCode>;
export type HandOver = Static<typeof handOver>;
export type MakePostLink = Static<typeof makePostLink>;
export type AnswerPost = Static<typeof answerPost>;
export type LeaveOutSteps = Static<typeof leaveOutSteps>;
export type NoteReturnStep = Static<typeof noteReturnStep>;
export type DoAtVehicle = Static<typeof doAtVehicle>;
export type WatchStart = Static<typeof watchStart>;
export type RequestFile = Static<typeof requestFile>;
export type ForgetChip = Static<typeof forgetChip>;
export type ChooseStation = Static<typeof chooseStation>;
export type SignIn = Static<typeof signIn>;
export type FirstPerson = Static<typeof firstPerson>;
export type Speed = Static<typeof speed>;
export type NewJob = Static<typeof newJob>;
export type Stations = Static<typeof stations>;
export type StartScan = Static<typeof startScan>;
export type TypedScan = Static<typeof typedScan>;
export type SimulatedVehicle = Static<typeof vehicleSimulator>;
export type ProofTest = Static<typeof proofTest>;
export type SupplyAt = Static<typeof supplyAt>;
export type OwnSupply = Static<typeof ownSupply>;
export type ImageNote = Static<typeof imageNote>;
export type DeskValue = Static<typeof deskValue>;
export type Exercise = Static<typeof exercise>;
export type SwitchFeeds = Static<typeof switchFeeds>;
export type RecordedAccess = Static<typeof accessKind>;
export type KitTick = Static<typeof kitTick>;
export type KitEdit = Static<typeof kitEdit>;
export type Place = Static<typeof place>;
export type UnitFacts = Static<typeof unitFacts>;
export type NewStock = Static<typeof newStock>;
export type Offer = Static<typeof offer>;
export type AccessChoice = Static<typeof accessChoice>;
export type NewQuote = Static<typeof newQuote>;
export type PersonSkills = Static<typeof personSkills>;
export type PlanMark = Static<typeof planMark>;
export type ShopRules = Static<typeof shopRules>;
