/** A share of 0 to 1 in words. */
export const percent = (share: number) => `${Math.round(share * 100)} %`;
