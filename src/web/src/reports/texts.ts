import { counted } from '../ui/words';

export const nothingToCountYet = 'Nothing to count yet';
export const figuresAppearOnceSomebody = 'Figures appear once somebody has been answered.';
export const theFigures = 'The figures';
export const theFiguresOfTitle = (title: string) => `${title}: the figures`;
export const exportAsCsv = 'Export as CSV';
export const whatComesWhen = 'When messages come in';
export const none = 'none';
export const messagesWhileNobodyDuty = (total: number, part: string) =>
  `${counted(total, { one: 'message', other: 'messages' })} in, ${part} while nobody is on duty`;
export const weekday = 'Weekday';
export const n00InOnDuty = (d: string, hour: number, n: number, duty: number) =>
  `${d} ${hour}:00: ${n} in, ${duty} on duty`;
export const edgedSomebodyDutyDarker = 'Outlined: somebody is on duty. The darker, the more comes in.';
export const whatCustomersSay = 'What customers say';
export const ofFiveStepsAfter = 'out of five, after closing';
export const by = 'By';
export const answers = 'answers';
export const average = 'average';
export const of5Answers = (group: string, toFixed: string, count: number) =>
  `${group}: ${toFixed} of 5, ${counted(count, { one: 'answer', other: 'answers' })}`;
export const gave = (n: number, step: number) => `${n} gave ${step}`;
export const ofIt = 'of';
export const to = (split: string | null | undefined) => `, to ${split}`;
export const oneRating = (party: string, steps: number, part: string, day: string) =>
  `${party}, ${steps} of 5${part}, ${day}`;
export const reports = 'Reports';
export const over = 'Over';
export const weeks = (n: number) => `${n} weeks`;
export const toWorkingTimeEach = (from: string, to: string) => `${from} to ${to}, in working time of each queue`;
export const byQueue = 'By queue';
export const byWhoReplied = 'By who replied';
export const halfWithinNineTen = (group: string, minutesInWords: string, minutesInWords2: string) =>
  `${group}: half within ${minutesInWords}, nine in ten within ${minutesInWords2}, `;
export const withinTheGoal = (percent: string) => `${percent} within the goal`;
export const responseTimes = (title: string) => `Response times ${title}`;
export const fromMedian90thPercentile = 'from median to 90th percentile';
export const replies = 'replies';
export const median = 'median';
export const n90thPercentile = '90th percentile';
export const withinGoal = 'within goal';
export const withinGoalWeekBy = 'Within the goal, week by week';
export const weekFrom = 'Week from';
export const weekFromOf = (group: string, percent: string, replies: number) =>
  `week from ${group}: ${percent} of ${replies}`;
export const whoWaitsForWhom = 'Who waits for whom';
export const workingTimeWaitAverage = 'average wait, in working time';
export const queue = 'Queue';
export const waitsForUs = 'waits for us';
export const each = 'each';
export const waitsForThem = 'waits for them';
export const theyWaitUsWe = (queue: string, minutesInWords: string, minutesInWords2: string) =>
  `${queue}: they wait ${minutesInWords} for us, we wait ${minutesInWords2} for them`;
export const forUs = 'for us';
export const forThem = 'for them';
export const readAcross = 'Read across';
export const readAcrossHint =
  'What was said in dockets, limited ones too, inside and with customers. Direct messages and groups are never shown. Each look at a docket that is not yours is kept in the log.';
export const whoseWords = 'Whose words';
export const everybodys = 'everybody’s';
export const saidWith = 'Said with';
export const anybody = 'anybody';
export const firstDay = 'From';
export const lastDay = 'To';
export const read = 'Read';
export const nothingSaid = 'Nothing was said then';
export const nothingSaidHint = 'Choose a longer time, or somebody else.';
export const inside = 'internal only';
export const goesTo = (name: string) => `with ${name}`;
export const limited = 'limited docket';
export const earlierWords = 'Show earlier';
