/** What is read of a forecast beside a docket's promised date; by itself, for the page of a docket is to stay small. */
export const texts = {
  forecast: 'Forecast',
  sure: (of100: number) => `${of100} % sure`,
  likelyBy: (when: string) => `done by ${when} in 80 of 100`,
};
