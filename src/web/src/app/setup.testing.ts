// What a test waits for may take its time on a busy machine.
if (typeof document !== 'undefined') {
  const { configure } = await import('@testing-library/react');
  configure({ asyncUtilTimeout: 30_000 });
}

export {};
