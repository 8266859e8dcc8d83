export * from './results/outcome.js'
export * from './formats/result.js'
export { Bundle, isPassedOver } from './formats/bundle.js'
export { type Inspected, Inspection } from './formats/inspection.js'
export { ARCHIVE_HEAD, archiveKind, type EntrySink, type OpenEntry, unpacker } from './formats/archive/unpack.js'
export {
  growingFormat,
  looksLikeResults,
  RESULT_FORMATS,
  RESULT_HEAD,
  readResultFile,
  ResultFileReader,
  ResultFileStream,
} from './formats/registry.js'
export {
  type CoverageSummary,
  resultMessage,
  summarizeCoverage,
  summarizeFile,
  type FileSummary,
  type TestSummary,
} from './formats/summary.js'
export {
  DEEPEST_STEP,
  LIVE_OUTCOMES,
  liveFault,
  liveResultsOf,
  MOST_STEPS,
  MOST_ATTACHED,
  MOST_ATTACHMENTS,
  type LiveAttachment,
  type LiveOutcome,
  type LiveResult,
  type LiveStep,
  testResultOf,
} from './formats/live/live-result.js'
export { TotalsCounter } from './formats/totals.js'
export { writeCtrf } from './formats/write/ctrf.js'
export { writeJunit } from './formats/write/junit.js'
export { settleResults } from './formats/settlement.js'
export { secondsToMs } from './formats/duration.js'
export { readTimestamp } from './formats/timestamp.js'
export { CommonRoot, type FilePlace, fromSources, NO_PLACE, plainPath, below, withoutRoot } from './identity/source-path.js'
export { withoutFile } from './formats/tap/names.js'
export { scriptIdentity } from './identity/script-identity.js'
export { declaredKeys } from './identity/declared-keys.js'
export { folderOf } from './identity/folder.js'
export { stableText } from './identity/stable-text.js'
export { matchPath } from './formats/attachment-paths.js'
export { mediaTypeOf } from './formats/media-type.js'
export { type Belongs, type NamedTest, testFinder } from './identity/belongs.js'
export { type Row, rowOf } from './identity/row.js'
export {
  keysOfReport,
  keysOfSource,
  type Meeting,
  meetingOf,
  plainWords,
  type ReportedName,
  sourceFinder,
  type SourceName,
} from './identity/meeting.js'
export { type CodeTest, type Follow, type Moved, planScan, type ScanPlan } from './identity/scan-plan.js'
export {
  areaNames,
  caseByRules,
  MAPPING_RULE_KINDS,
  type MappingRule,
  type MappingRuleKind,
  profilesOf,
  type RuledCase,
  type RuledScript,
} from './mapping/rules.js'
export { LEAST_DECISIONS } from './mapping/calibrate.js'
export { type CaseToMap, type KnownPair, type Reason, type ScriptToMap, suggest, type Suggestion } from './mapping/suggest.js'
export { assign, bestPairs, type Fit } from './text/assignment.js'
export { cosine, inverseFrequencies, jaccard, jaro, jaroWinkler, levenshtein, osaDistance } from './text/similarity.js'
export { inOrder, type Ordered, withNeeded } from './planning/order.js'
export { dueAt, type Timing } from './notifications/due.js'
export { plainText } from './text/ansi.js'
export { mentionsIn, type Named } from './text/mentions.js'
export { detached } from './text/detached.js'
export { visibleText } from './text/visible.js'
export { type Bounds, wilson, wilsonDifference } from './history/wilson.js'
export { type Flips, flipsOf, redWithoutFault, type Retries, retriesOf, type RunsTest, runsTest, runsToSee } from './history/flakiness.js'
export { fisherGreater, fisherLess, fisherTwoSided, type Table } from './history/fisher.js'
export { bernoulliSplit, type MannWhitney, mannWhitney, meanSplit, type ChangePoint } from './history/change-point.js'
export { type MannKendall, mannKendall, median, theilSen } from './history/trend.js'
export { type Steadiness, steadinessOf } from './history/steadiness.js'
export { type Comparison, comparisonIn } from './failures/comparison.js'
export { failureFamily, groupTitle } from './failures/family.js'
export { type KnockOn, knockOns, type RedTest } from './failures/knock-on.js'
export { type OrderDependence, orderDependences, type OrderedRun } from './failures/order-dependence.js'
export { type CauseFacts, type CauseReason, suggestCause, type SuggestedCause } from './failures/suggest-cause.js'
export { type Difference, differenceOf, type Piece } from './failures/difference.js'
export { sharedWords } from './failures/words.js'
export { failureSignature, isOneCause, oneCauseSql } from './failures/signature.js'
export { type Frame, frameIn, framesOf } from './failures/frames.js'
export {
  type Absence,
  type Change,
  changeOf,
  changeOfMissing,
  CHANGES,
  changesOfFirst,
  changeTable,
  FOLDED_CHANGES,
  type FoldedChange,
  SHOWN_CHANGES,
} from './history/change.js'
export { naturalKey } from './text/natural-key.js'
export { readOutline, type OutlineCase } from './text/outline.js'
export { BOARD_PARTS, type BoardPart, PART_OF_TILE, TILE_KINDS, type TileKind } from './boards.js'
export { OUTAGE } from './history/outage.js'
export { NOTABLE_CODES, OUTCOME_RANKS, worseCode } from './history/worst.js'
export {
  lastChange,
  restlessness,
  WEAVE_ORDERS,
  type WeaveOrder,
  weaveOrder,
  type WeaveSum,
  weaveSum,
  type WeaveThread,
} from './history/weave.js'
export { DAY_PARTS, type DayPart, type Explanation, explainSpike, findSpike, type RedCount } from './history/spike.js'
export { type Helped, helped, type Placed, whereOnly, type WhereOnly } from './history/where-only.js'
export {
  newestBuilds,
  type RawLink,
  type RawResult,
  type RawRun,
  recountCases,
  recountDays,
  recountFlaky,
  recountMeans,
  recountThreads,
} from './history/recount.js'
export {
  countUnsteady,
  groupThreads,
  type PackedBuild,
  type PackedPace,
  type PackedResults,
  type PackedRun,
  pacesOf,
  placeIn,
  type UnsteadyCount,
  unpackResults,
} from './history/packed.js'
export { type Creep, type Jump, mayDrift, PACE, paceOf } from './history/pace.js'
export {
  emptyDraft,
  isBegun,
  judge,
  judgeCase,
  type ManualDraft,
  mergeDrafts,
  nextStep,
  passRest,
  type StepDraft,
  undoVerdict,
  type Verdict,
  verdictOf,
  VERDICTS,
} from './manual/draft.js'
export { type Doing, type ManualCase, manualResult, stepsOf } from './manual/manual-result.js'
export { type DayLoad, type OpenWork, type PersonLoad, workDays, workload } from './manual/workload.js'
export { CASE_COLUMNS, INTENT_WORDS, readCaseTable, writeCaseTable } from './cases/case-table.js'
export type { ReadRow, ReadTable, TableCase, TableRow } from './cases/case-table.js'
export { mergeEdits, type Merge, type MergeConflict } from './cases/case-merge.js'
export { SUITE_TEMPLATES, type SuiteTemplate, suiteTemplate, type TemplateCase } from './cases/templates.js'
export { readEstimate, writeEstimate } from './cases/estimate.js'
export { readStepTable, type Step } from './cases/step-table.js'
export { type ActKind, ACT_KINDS, type ActorKind, ACTS, canUndo, isActKind, type SubjectKind, type Topic, topicsOf } from './acts/acts.js'
export { type ActChange, actClause, type FieldChange, fieldChanges } from './acts/act-sentence.js'
export {
  ALL_RIGHTS,
  BUILT_IN_ROLES,
  type BuiltInRole,
  isBuiltInRole,
  type Right,
  RIGHTS,
  rightsOf,
  ROLES,
  SCOPE_RIGHTS,
  TOKEN_SCOPES,
  type TokenScope,
} from './access/rights.js'
export * from './states.js'
export {
  nextClockChange,
  nextOccurrences,
  type Occurrence,
  type Recurrence,
  type RecurrenceFault,
  recurrenceFault,
} from './planning/recurrence.js'
export { placeOf, recurrenceWords } from './planning/recurrence-words.js'
export { medianOf, type Split, splitByCount, splitByTime, type Unit } from './planning/split.js'
export {
  forecast,
  type Forecast,
  type ForecastBar,
  type Load,
  type Misfit,
  misfitOf,
  type Needs,
  type Worker,
} from './planning/forecast.js'
export {
  commandOf,
  RECIPE_PLACES,
  RECIPE_TEMPLATES,
  type RecipeText,
  type RecipeValues,
  shellQuoted,
  unknownPlaces,
} from './planning/recipes.js'
export {
  fitsParameter,
  isDangerousVariable,
  MOST_PARAMETER,
  PARAMETER_NAME,
  type ParameterFault,
  parameterFaults,
  parameterVariables,
  type RecipeParameter,
  variableOf,
} from './planning/parameters.js'
export { isSafePath } from './identity/safe-path.js'
export { MASK, masker } from './planning/secrets.js'
export { closedAt, type Closed, type MaintenanceWindow, windowsWithin } from './planning/maintenance.js'
export { type CaseDifference, type SnapshotCase, suiteDifferences } from './planning/suite-differences.js'
export { ALIKE_FROM, alikeCases, type AlikePair, type SaidCase } from './mapping/alike-cases.js'
export { type RequirementLine, type RequirementLines, requirementLines } from './requirements/requirement-lines.js'
export type { AlikeFailures, BriefRun, Finding, SlowerTest } from './brief/finding.js'
export { headlineOf, sentenceOf, type Part, type Sentence } from './brief/sentences.js'
export { count, formatDuration, formatList, formatNumber } from './text/words.js'
