export const page = 'Page';
export const textHeadingsListsTables = 'text with headings, lists and tables';
export const table = 'Table';
export const rowsValuesMayBegin = 'rows of values; may begin with a CSV file';
export const drawing = 'Drawing';
export const anSvgPicturePdf = 'an SVG, a picture or a PDF';
export const removedNoLongerAppears = 'Removed. It no longer appears in searches, and nobody outside can see it.';
export const restore = 'Restore';
export const shareAnyway = 'Share anyway';
export const smaller = 'Smaller';
export const larger = 'Larger';
export const fitToWindow = 'Fit to window';
export const row = 'Row';
export const readingView = 'Reading view';
export const download = 'Download';
export const sharedWithYou = 'Shared with you';
export const backToTheConversation = 'Back to the conversation';
export const sheets = 'Sheets';
export const reportsTablesDrawingsDocket = 'Reports, tables and drawings for this docket go here.';
export const removed = (count: number) => `${count} removed`;
export const revision = (revision: number) => `revision ${revision}, `;
export const sharedOutside = '· shared outside';
export const notSavedYet = '· not saved yet';
export const newSheet = 'New sheet';
export const name = 'Name';
export const kind = 'Kind';
export const ofACsvFile = 'From a CSV file';
export const create = 'Create';
export const moved = 'moved';
export const changed = 'changed';
export const newIt = 'new';
export const gone = 'gone';
export const whatChangedFromRevision = (from: number, to: number) => `What changed from revision ${from} to ${to}`;
export const fromRevision = 'From revision';
export const to = 'to';
export const change = 'Change';
export const asItWas = 'as it was';
export const movedAfter = ', moved';
export const nothing = 'nothing';
export const whoSeesIt = 'Who sees it';
export const allUsWhoSee = (sharedLine: string, docket: string) =>
  `${sharedLine} All of us who see ${docket} see every revision.`;
export const seesRevision = (revision: number) => `sees revision ${revision}`;
export const doesNotSeeIt = 'does not see it';
export const behind = (newest: number) => `, ${newest} behind`;
export const showRevisionInstead = (number: number) => `Show revision ${number} instead`;
export const shareRevision = (number: number) => `Share revision ${number}`;
export const stopSharing = 'Stop sharing';
export const nobodyOutsideHasConversation = 'Nobody outside has a conversation in this docket yet.';
export const revisions = 'Revisions';
export const revisionOfNumber = (number: number) => `Revision ${number}`;
export const whatChangedSince = 'what changed since';
export const whoSeesItsRevisions = 'Who sees it, and its revisions';
export const fileOfTheDrawing = 'File of the drawing';
export const chooseAnotherFile = 'Choose another file';
export const chooseAFile = 'Choose a file';
export const svgPngJpegGif = 'SVG, PNG, JPEG, GIF, WebP, AVIF or PDF, up to 50 MB. You can also drop it here.';
export const theDrawingAppearsHere = 'The drawing appears here once you choose it.';
export const rowAbove = 'Row above';
export const rowBelow = 'Row below';
export const rowUp = 'Row up';
export const rowDown = 'Row down';
export const removeRow = 'Remove row';
export const columnLeft = 'Column left';
export const columnRight = 'Column right';
export const moveLeft = 'Move left';
export const moveRight = 'Move right';
export const removeColumn = 'Remove column';
export const undo = 'Undo';
export const rowsAndColumns = 'Rows and columns';
export const namesOfTheColumns = 'Names of the columns';
export const nameOfColumn = (i: number) => `Name of column ${i}`;
export const column = (i: number) => `Column ${i}`;
export const rowOfRow = (row: string, index: number) => `${row}, row ${index}`;
export const enterGoesRowBelow =
  'Enter goes to the row below, Alt with up and down moves the row. Cells copied from a ' +
  'spreadsheet can be pasted.';
export const ofIt = 'of';
export const toBecomeRevision = (from: number) => `, to become revision ${from}`;
export const notSavedYetAfter = ', not saved yet';
export const whatWriteKeptBrowser = '. What you write is kept in this browser.';
export const whatIsNew = 'What is new';
export const inAFewWords = 'in a few words';
export const cancel = 'Cancel';
export const discard = 'Discard';
export const ctrlS = 'Ctrl S';
export const saveAsRevision = (from: number) => `Save as revision ${from}`;
export const saveTheSheet = 'Save the sheet';
export const iHaveReadTheirs = 'I have read theirs: save mine after it';
export const writePageLinksDockets = 'Write the page. # links to dockets, sheets, tasks and messages.';
export const latestRevision = 'Latest revision';
export const latestRevisionBy = (newest: number, name: string) => `Latest: revision ${newest} by ${name}`;
export const wrenlet = (name: string, docket: string) => `${name} · ${docket} · Wrenlet`;
export const theSheet = 'The sheet';
export const rename = 'Rename';
export const nameOfTheSheet = 'Name of the sheet';
export const saveName = 'Save name';
export const revisionInline = 'revision';
export const goToTheLatest = 'Go to the latest';
export const removedInline = 'removed';
export const newRevision = 'New revision';
export const continueEditing = 'Continue editing';
export const edit = 'Edit';
export const whatChanged = 'What changed';
export const removeTheSheet = 'Remove the sheet';
export const discussions = 'Discussions';
export const sharing = 'Sharing';
export const typedAlready = 'Not begun yet, and kept for you:';
export const discussionOf = (about: string) => `Discussion of “${about}”`;
export const pointToSeeWho = 'Point at words to see who wrote them:';
export const tableHint = (name: string) => `${name}: the arrows select a cell, with Shift a range`;
export const talkedAbout = (n: number) => (n === 1 ? 'discussed' : `${n} discussions`);
export const previousDiscussion = 'Previous discussion';
export const nextDiscussion = 'Next discussion';
export const openOf = (n: number) => `${n} open`;
export const hideSettled = (n: number) => `Hide ${n} settled`;
export const showSettled = (n: number) => `Show ${n} settled`;
export const selectToDiscuss: Record<string, string> = {
  page: 'Select words on the page to discuss them.',
  table: 'Select a cell to discuss it. Drag, or hold Shift, for several.',
  drawing: 'Press on a spot to discuss it, or drag with Shift over an area.',
  pdf: 'Select words or press on a spot to discuss it, or drag with Shift over an area.',
};
export const noteInternally = 'Note, internal only';
export const writeHere = 'Write about this';
export const withName = (name: string) => `With ${name}`;
export const theySeeAnother = (parties: [string, number][]) =>
  parties.map(([name, revision]) => `${name} sees revision ${revision}, not this one.`).join(' ');
export const cellOf = (column: string, value: string, row: number) => `${column} in row ${row}: ${value || 'empty'}`;
export const cellsFrom = (n: number, cell: string) => `${n} cells, from ${cell}`;
export const thisSpot = 'This spot';
export const thisArea = 'This area';
export const goneWords = (about: string) => `Gone: “${about}”`;
export const settledWords = (about: string) => `✓ ${about}, settled`;
export const show = 'show';
export const you = 'You';
export const youInline = 'you';
export const forName = (name: string) => `for ${name}`;
export const byMoment = (at: string) => ` · by ${at}`;
export const lateSince = (at: string) => ` · late, was due ${at}`;
export const nothingSaidYet = 'Nothing written yet';
export const saidInAll = (n: number) => `${n} in all`;
export const seeRevision = (n: number) => `See revision ${n}`;
export const saidOnRevision = (n: number) => `(written on revision ${n})`;
export const settledBy = (name: string, at: string) => `Settled by ${name}, ${at}`;
export const reopen = 'Reopen';
export const settle = 'Settle';
export const assign = 'Assign';
export const assignedTo = (name: string) => `For ${name}`;
export const moveToSelection = 'Move to what is selected';
export const close = 'Close';
export const assignTo = 'Who takes care of it';
export const me = (name: string) => `${name} (you)`;
export const byWhen = 'By when (optional)';
export const assignToNobody = 'Unassign';
export const whoWroteWhat = 'Who wrote what';
export const discussThisSheet = 'Discuss the whole sheet';
export const discussionsCount = (n: number) => `Discussions ${n}`;
export const backToTheSheet = 'Back to the sheet';
export const revisionsAndSharing = 'Revisions and sharing';
export const settledInline = 'settled';
export const whichState = 'Which discussions';
export const states: Record<string, string> = { open: 'Open', settled: 'Settled', all: 'All' };
export const mine = 'Mine';
export const person = 'Person';
export const everybody = 'Everyone';
export const docketReference = 'Docket';
export const allSheets = 'All sheets';
export const newestFirst = 'Newest first';
export const oldestFirst = 'Oldest first';
export const noDiscussions = 'No discussions here';
export const discussionsBegin = 'Open a sheet and select words, a cell or a spot to start one.';
export const more = 'Show more';
export const assignedDiscussions = 'Discussions assigned to you';
export const markAnArea = 'Mark an area';
export const layers = 'Layers';
export const layersHidden = (n: number) => `Layers, ${n} hidden`;
export const showAllLayers = 'Show all';
export const drawingHint = (name: string) =>
  `${name}: plus and minus zoom, the arrows move it, Enter discusses the middle`;
export const howToCompare = 'How to compare';
export const laidOver = 'On top of each other';
export const sideBySide = 'Side by side';
export const onlyIn = (n: number) => `only in revision ${n}`;
export const pageIsNotThere = (revision: number) => `Revision ${revision} has no such page.`;
export const cannotBeCompared = (from: number, to: number) =>
  `Only pictures and PDFs can be compared. Open revision ${from} or ${to} to see it.`;
export const comparedOver = (from: number, to: number) => `Revision ${from} and ${to} on top of each other`;
export const toExplain = (n: number) => `To explain ${n}`;
export const noChecksYet = 'Nothing is checked in this table yet. Say which values need explaining.';
export const nothingToExplain = 'All values are within what is expected.';
export const namesNobody = 'No colleague named in the row';
export const askWhatHappened = (n: number) => (n === 1 ? 'Ask: what happened here?' : `Ask about ${n}: what happened?`);
export const empty = 'empty';
export const explained = 'Explained,';
export const questionStates: Record<string, string> = {
  open: 'Asked',
  decided: 'Answered, asked',
  lapsed: 'Not answered in time, asked',
  withdrawn: 'Question withdrawn, asked',
  returned: 'Could not be answered, asked',
};
export const wasWhenAsked = (value: string) => `; it was ${value} then`;
export const changeChecks = (n: number) => (n === 1 ? 'Change the check' : `Change the ${n} checks`);
export const addChecks = 'Add checks';
export const checkNumber = (n: number) => `Check ${n}`;
export const columnOfCheck = (n: number) => `Column of check ${n}`;
export const removeCheck = 'Remove this check';
export const whatToLookFor = (n: number) => `What check ${n} looks for`;
export const limitOfCheck = (n: number) => `Limit of check ${n}`;
export const comparedWithin = 'Compared within';
export const wholeColumn = 'the whole column';
export const oneMoreCheck = 'Add a check';
export const whoIsAsked = 'Column that names who to ask';
export const nobodyColumn = 'none';
export const saveChecks = 'Save checks';
export const checkKinds: Record<string, string> = {
  above: 'above',
  below: 'below',
  unusual: 'far from the usual',
  changed: 'changed by more than',
  missing: 'missing',
  sum: 'not the sum of',
};
export const loading = 'Loading …';
export const pageOf = (page: number, pages: number) => `Page ${page} of ${pages}`;
export const ofPages = (pages: number) => `of ${pages}`;
export const previousPage = 'Previous page';
export const nextPage = 'Next page';
export const pdfCannotBeShown = (name: string, why: string) =>
  `${name} cannot be shown here (${why}). Download it, or ask for it again.`;
export const attachThisView = 'Attach this view';
export const attachToWhat = 'Add it to what you write:';
export const viewFile = (name: string) => `${name}, view.png`;
export const viewAttached = (where: string) => `Attached: ${where}`;
export const thisDiscussion = 'This discussion';
export const noteOn = (docket: string) => `Note on ${docket}, internal only`;
export const messageTo = (name: string) => `Message to ${name}`;
export const markedBy = (name: string) => `Marked by ${name}`;
export const thisConversation = 'This conversation';
export const saidBy = (name: string, at: string) => `${name}, ${at}`;
export const who = 'Who';
export const when = 'When';
export const what = 'What';
export const untitled = 'Untitled';
export const pickedCount = (n: number) =>
  n === 1 ? '1 message picked for a sheet' : `${n} messages picked for a sheet`;
export const startAPage = 'Start a page';
export const startATable = 'Start a table';
export const clear = 'Clear';
export const replyWithIt = (name: string) => `Reply to ${name} with it`;
export const hereItIs = 'Here it is: ';
export const replyIsReady = (name: string) =>
  `Your reply to ${name} is ready in the docket. Share the sheet with them, then send it.`;
export const startedFrom = 'Started from';
export const savedTogether = (name: string) =>
  `Saved together with what ${name} changed meanwhile. Nothing of either was lost.`;
export const uploadAnnotations = 'Add discussions from a file';
export const annotationsRead = (added: number, known: number, unplaced: number) =>
  [
    added === 1 ? '1 discussion added.' : `${added} discussions added.`,
    known > 0 ? `${known} were here already.` : '',
    unplaced > 0 ? `${unplaced} left out: what they are about is not on this sheet.` : '',
  ]
    .filter(Boolean)
    .join(' ');
export const downloadAnnotations = 'Discussions (.jsonld)';
export const discussionsAsAFile = 'Discussions as a file';
