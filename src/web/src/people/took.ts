import type { PartyFile } from '../api/client';
import { keys, queries } from '../api/queries';

/** Shows a party as the server has it now. */
export const took = (file: PartyFile) => {
  queries.setQueryData(keys.contact(file.id), file);
  void queries.invalidateQueries({ queryKey: keys.contacts, exact: true });
};
