export const theServerCannotReached = 'The server cannot be reached just now. What you wrote is kept.';
export const theServerAnswered = (status: number) => `The server answered ${status}.`;
export const theServerCannotReachedJust = 'The server cannot be reached just now. It will carry on by itself.';
