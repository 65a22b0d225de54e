import * as texts from './texts';
/** "12 kB", "3.4 MB". */
export const sizeInWords = (bytes: number) =>
  bytes < 1000
    ? `${bytes} B`
    : bytes < 1_000_000
      ? texts.kb(Math.round(bytes / 1000))
      : bytes < 1_000_000_000
        ? texts.mb((bytes / 1_000_000).toFixed(1))
        : texts.gb((bytes / 1_000_000_000).toFixed(2));
