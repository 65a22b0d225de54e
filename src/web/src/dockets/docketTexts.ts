import { plural } from '../ui/words';

export const anyway = 'Anyway';
export const notChosen = 'not chosen';
export const nobody = 'nobody';
export const addCustomerPartner = 'Add a customer or partner';
export const who = 'Who';
export const choose = 'choose';
export const theirMessagesGoTo = 'Their messages go to';
export const theySeeOnlyWhat = 'They see only what you write to them here, under the docket’s subject.';
export const add = 'Add';
export const loading = 'Loading …';
export const subject = 'Subject';
export const site = 'Site';
export const owner = 'Owner';
export const priority = 'Priority';
export const onlyForThoseListed = 'Only for those listed';
export const peopleListed = 'People listed';
export const crewsListed = 'Crews listed';
export const milestones = 'Milestones';
export const whichColleaguesCanSee = 'Which colleagues can see it';
export const allColleagues = 'all colleagues';
export const onlyThese = 'only these';
export const crew = 'crew';
export const cancel = 'Cancel';
export const save = 'Save';
export const docketDetails = 'Docket details';
export const editDetails = 'Edit details';
export const stages = 'Stages';
export const inIt = (name: string) => `In ${name}`;
export const moveTo = (name: string) => `Move to ${name}`;
export const gatesOpenBefore = (openGates: number, name: string) =>
  `${openGates} ${plural(openGates, { one: 'gate', other: 'gates' })} open before ${name}`;
export const gatesOpen = (openGates: number) =>
  `, ${openGates} ${plural(openGates, { one: 'gate', other: 'gates' })} open`;
export const theWorkIsIn = 'The work is in';
export const itLastStage = 'It is the last stage.';
export const pressAnotherStageSee = 'Press another stage to see what moving there involves.';
export const theDocketIsClosed = 'The docket is closed.';
export const closeTheDocket = 'Close the docket';
export const reopenTheDocket = 'Reopen the docket';
export const checking = 'Checking …';
export const stillToDoBefore = (stage: string) => `Still to do before ${stage}`;
export const movingTo = (stage: string) => `Moving to ${stage}`;
export const onlyItsOwnerManagers =
  'Only its owner and those whose role allows it can move it now. Ask one of them, or finish these first.';
export const moveToAnyway = (stage: string) => `Move to ${stage} anyway`;
export const moveToOfStage = (stage: string) => `Move to ${stage}`;
