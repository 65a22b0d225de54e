/** "12 kB", "3.4 MB". */
export const sizeInWords = (bytes: number) =>
  bytes < 1000
    ? `${bytes} B`
    : bytes < 1_000_000
      ? `${Math.round(bytes / 1000)} kB`
      : bytes < 1_000_000_000
        ? `${(bytes / 1_000_000).toFixed(1)} MB`
        : `${(bytes / 1_000_000_000).toFixed(2)} GB`;
