import type { components } from './schema';

type Schemas = components['schemas'];

/** The schema allows null where an enumeration is also used as an option elsewhere; these never are. */
export type JobView = Omit<Schemas['JobView'], 'findings'> & { findings: FindingView[] };
export type BenchJob = Schemas['BenchJob'];
export type BenchPage = Schemas['BenchPage'];
export type SmallPlate = Schemas['SmallPlate'];
export type MachineSheet = Schemas['MachineSheet'];
export type ModuleSheet = Schemas['ModuleSheet'];
export type Unit = Schemas['Unit'];
export type Change = Schemas['Change'];
export type Edit = Schemas['Edit'];
export type ShelfPart = Schemas['ShelfPart'];
export type PartView = Schemas['PartView'];
export type FindingView = Omit<Schemas['FindingView'], 'severity'> & { severity: Severity };
export type WaysView = Schemas['WaysView'];
export type Worked = Schemas['Worked'];
export type Claim = Schemas['Claim'];
export type Word = Schemas['Word'];
export type Unknown = Schemas['Unknown'];
export type Stage = Schemas['Stage'];
export type Policy = Schemas['Policy'];
export type Severity = NonNullable<Schemas['Severity']>;
export type HandoverPage = Schemas['HandoverPage'];
export type ComparedLine = Schemas['ComparedLine'];
export type Step = Schemas['Step'];
export type CaptureView = Schemas['CaptureView'];
export type TablePreview = Schemas['TablePreview'];
export type SurveyCheck = Schemas['SurveyCheck'];
export type Dispute = Schemas['Dispute'];
export type LooseDrive = Schemas['LooseDrive'];
export type BayRow = Schemas['BayRow'];
export type PhotoRow = Schemas['PhotoRow'];
export type ListRequest = Schemas['ListRequest'];
export type ReadView = Schemas['ReadView'];
export type LeftOut = Schemas['LeftOut'];
export type FiveAnswers = Schemas['FiveAnswers'];
export type PlacementView = Schemas['PlacementView'];
export type BuyingView = Schemas['BuyingView'];
export type BuyingAnswer = Schemas['BuyingAnswerView'];
export type PlacementSide = Schemas['PlacementSide'];
export type ArrayPlan = Schemas['ArrayPlan'];
export type ArrayFigures = Schemas['ArrayFigures'];
export type LevelColumn = Schemas['LevelColumn'];
export type Rehearsal = Schemas['Rehearsal'];
export type SimulationQuestion = Schemas['SimulationQuestion'];
export type SimulationView = Schemas['SimulationView'];
export type ControllersView = Schemas['ControllersView'];
export type ControllerRow = Schemas['ControllerRow'];
export type LaneSheet = Schemas['LaneSheet'];
export type LaneBranch = Schemas['LaneBranch'];
export type LaneEnd = Schemas['LaneEnd'];
export type RootLanes = Schemas['RootLanes'];
export type LaneLayoutView = Schemas['LaneLayoutView'];
export type PathFigures = Schemas['PathFigures'];
export type PathFlow = Schemas['PathFlow'];
export type PathStage = Schemas['PathStage'];
export type PathWay = NonNullable<Schemas['PathWay']>;
export type PowerSheet = Schemas['PowerSheet'];
export type AirState = NonNullable<Schemas['AirState']>;
export type SplitLine = Schemas['SplitLine'];
export type BootPlan = Schemas['BootPlan'];
export type BootCandidate = Schemas['BootCandidate'];
export type CachePlan = Schemas['CachePlan'];
export type CacheFigures = Schemas['CacheFigures'];
export type CachePoint = Schemas['CachePoint'];
export type MoveSubject = Schemas['MoveSubject'];
export type LeavingDrive = Schemas['LeavingDrive'];
export type EnduranceRow = Schemas['EnduranceRow'];
export type FigureRow = Schemas['FigureRow'];
export type Distance = Schemas['Distance'];
export type Explanation = Schemas['Explanation'];
export type Rule = Omit<Schemas['Rule'], 'severity'> & { severity: Severity };

/** A refusal of the server (RFC 9457). */
export interface Problem {
  type: string;
  title: string;
  status: number;
  detail?: string;
  errors?: { path: string; text: string }[];
  clashes?: { subject: string; what: string; theirs: string; yours: string; who: string; number: number }[];
  lastNumber?: number;
  /** The other machine that a capture tells of. */
  machine?: string;
  dependents?: { number: number; who: string; sentence: string }[];
}
