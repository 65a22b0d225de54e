import { counted } from '../../ui/words';

/** All that is read where kinds of docket are set. */
export const texts = {
  intro:
    'A kind is a sort of docket, such as a job or a ticket. Each has stages that its dockets go through, and fields for what you keep of them.',
  add: 'New kind',
  unnamed: 'New kind',
  retired: 'retired',
  stages: (n: number) => counted(n, { one: 'stage', other: 'stages' }),
  fields: (n: number) => counted(n, { one: 'field', other: 'fields' }),
  saved: (name: string) => `${name} saved.`,
  save: 'Save',
  nothing: 'none',

  kind: {
    name: 'Name of one',
    many: 'Name of several',
    letters: 'Letters',
    lettersHint: (letters: string, next: number, byYear: boolean) =>
      `the next is ${letters || 'X'}-${byYear ? `${new Date().getFullYear()}-` : ''}${next}`,
    next: 'Next number at least',
    byYear: 'Start at 1 each year',
    withParty: 'Usually has a customer or partner',
    fromTalk: 'Opened from a conversation that has no docket',
    queue: 'Usual queue',
    site: 'Usual site',
    owner: 'Usual owner',
    maker: 'whoever opens it',
    anyQueue: 'none in particular',
    isRetired: 'Retired: no new ones',
    numbers: 'Numbers and usual choices',
  },

  stage: {
    title: 'Stages',
    hint: 'In the order that dockets go through them. Customers see what you write in the second column on their page, or nothing.',
    name: 'Stage',
    publicName: 'What customers see',
    publicPlaceholder: 'nothing',
    add: 'Add a stage',
    movesTo: (name: string) => `Move what is in ${name} to`,
    choose: 'choose a stage',
  },

  milestone: {
    title: 'Milestones',
    hint: 'Dates that you promise, such as a delivery. The date is kept in each docket, with every date it had before.',
    name: 'Milestone',
    stage: 'It is the',
    entry: 'entry into',
    end: 'end of',
    noStage: 'no stage in particular',
    add: 'Add a milestone',
  },

  field: {
    title: 'Fields',
    hint: 'What you keep of each docket. A field that is needed from a stage holds the docket back until it is filled in.',
    name: 'Field',
    type: 'Holds',
    types: {
      text: 'text',
      'long-text': 'long text',
      number: 'a number',
      money: 'money',
      date: 'a date',
      choice: 'a choice',
      person: 'a colleague',
      checkbox: 'yes or no',
    } as Record<string, string>,
    unit: 'Unit',
    neededFrom: 'Needed from',
    never: 'not needed',
    inHead: 'At the top of the docket',
    partySees: 'Customers see it',
    add: 'Add a field',
    choices: (name: string) => `Choices for ${name || 'this field'}`,
    choice: 'Choice',
    addChoice: 'Add a choice',
  },

  tools: {
    up: (name: string) => `Move ${name} up`,
    down: (name: string) => `Move ${name} down`,
    retire: (name: string) => `Retire ${name}`,
    remove: (name: string) => `Remove ${name}`,
    back: (name: string) => `Bring ${name} back`,
    this: 'this one',
    retiredTitle: 'Retired',
    bringBack: 'Bring back',
  },
};
