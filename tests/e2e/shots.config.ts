import base from './playwright.config';

export default { ...base, testMatch: 'shots.ts', outputDir: 'test-results/shots' };
