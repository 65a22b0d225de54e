import { listed } from '../ui/words';

export const moveDocket = (ref: string) => `Move ${ref}`;
export const where = 'Move it to';
export const checking = 'Checking …';
export const stillToDoBefore = (stage: string) => `Still to do before ${stage}`;
export const movingTo = (stage: string) => `Moving to ${stage}`;
export const onlyItsOwnerManagers =
  'You cannot move it past these. Finish them first, or ask the docket’s owner or somebody whose role allows it.';
export const moveToAnyway = (stage: string) => `Move to ${stage} anyway`;
export const moveToOfStage = (stage: string) => `Move to ${stage}`;
export const reason = 'Why it goes on all the same';
export const reasonHint = 'The docket keeps this.';
export const moved = (docket: string, stage: string) => `${docket} is in ${stage}. Nobody has been told yet.`;
export const undo = 'Undo';
export const locked = 'locked';
export const anybody = 'nobody in particular';
export const since = (day: string) => `since ${day}`;
export const ask = (name: string, others: boolean) => (others ? `Ask ${name} and the others` : `Ask ${name}`);
export const asked = 'Asked';
export const asking = (people: string[], title: string, stage: string) =>
  `${people.join(' ')} “${title}” holds up ${stage}. Can you see to it?`;
export const lift = 'Lift';
export const whyLifted = 'Why it is lifted';
export const ruleNamed = (name: string) => `Rule “${name}” will`;
export const read = 'Read the text';
export const readAndChange = 'Read and change the text';
export const textOf = (words: string) => `Text: ${words}`;
export const unfilled = (fields: string[]) => `There is nothing here for ${listed(fields)}.`;
export const lock = 'Lock this stage';
export const lockIt = 'Lock';
export const whyLocked = 'Why it is locked';
