import { counted } from '../../ui/words';

/** All that is read where dockets stand by stage. */
export const texts = {
  byStage: (kind: string) => `${kind} by stage`,
  count: (n: number) => counted(n, { one: 'docket', other: 'dockets' }),
  nothing: 'nothing here',
  move: (ref: string) => `Move ${ref}`,
  moveShort: 'Move',
  more: 'Show more',
};
