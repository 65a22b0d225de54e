import { plural } from '../ui/words';

export const sameAsTheSystem = 'Same as the system';
export const light = 'Light';
export const dark = 'Dark';
export const contacts = 'Contacts';
export const import_ = 'Import';
export const readAcross = 'Read across';
export const reports = 'Reports';
export const templates = 'Templates';
export const rules = 'Rules';
export const stockReplies = 'Stock replies';
export const settings = 'Settings';
export const postOfficeStandIn = 'Post office stand-in';
export const signOutWithWaiting = (waiting: number) =>
  plural(waiting, {
    one: 'One message has not been sent yet. It stays in this browser for you alone and goes out ',
    other: `${waiting} messages have not been sent yet. They stay in this browser for you alone and go out `,
  }) + 'when you sign in here again. Sign out now?';
export const menu = (name: string) => `${name}: menu`;
export const keys = 'Keys';
export const changeMyPassword = 'Change my password';
export const signOut = 'Sign out';
export const signOutAllDevices = 'Sign out on all devices';
export const currentPassword = 'Current password';
export const newPassword = 'New password';
export const atLeast10Characters = 'At least 10 characters. You will be signed out on your other devices.';
export const cancel = 'Cancel';
export const changePassword = 'Change password';
export const password = 'Password';
export const tenCharactersOrMore = 'Ten characters or more.';
export const whoSaidWhatAbout = 'Who said what about a job, who answers, and who does what by when.';
export const tryTheDemoAs = 'Try the demo as';
export const orSignYourEmail = 'Or sign in with your email address';
export const signIn = 'Sign in';
export const emailAddress = 'Email address';

export const forgotYourPassword = 'Forgot your password?';
export const weMailALink = 'Enter your address; we mail you a link to choose a new one.';
export const sendTheLink = 'Send the link';
export const ifAddressKnown =
  'If we know that address, a mail with a link is on its way. The link works for an hour. Nothing there? Check the address, ' +
  'and your junk mail.';
export const backToSignIn = 'Back to signing in';
export const yourAccount = 'Your account';
export const toTheSignIn = 'To the sign-in page';
export const chooseAPassword = 'Choose a password';
export const welcomeChoose = (name: string) => `Welcome, ${name}. Choose a password, and you are in.`;
export const helloChoose = (name: string) => `Hello ${name}. Choose a new password; your other devices are signed out.`;
export const saveAndSignIn = 'Save and sign in';
export const customerOrPartner = 'Are you a customer or partner?';
export const yourPageWithUs = 'Your page with us';
export const weSendYourLink = 'Enter the address at which you write with us; we send you the link to your page.';
export const sendMyLink = 'Send me my link';
export const ifWeKnowYou =
  'If we know that address, a mail with your link is on its way. Nothing there? Check the address, and your junk mail, or ' +
  'reply to our last mail.';
export const changeMyAddress = 'Change my email address';
export const newAddress = 'New email address';
export const bothConfirm =
  'We mail a link to your old address and one to the new. When both have been opened, you sign in with the new one. ' +
  'Until then nothing changes.';
export const sendBothLinks = 'Send both links';
export const bothSent = 'Both mails are on their way. Open the link in each; they work for a day.';
export const addressConfirmed = 'Confirmed';
export const oneMore = (other: string) => `Now open the link that was mailed to ${other}. Until then nothing changes.`;
export const addressChanged = (address: string) => `From now on you sign in with ${address}.`;
export const confirmChange = (address: string) => `Confirm that you will sign in with ${address}`;
export const confirm = 'Confirm';
export const toTheFirstPage = 'To the first page';
export const allRight = 'All right';
export const discussions = 'Discussions';
