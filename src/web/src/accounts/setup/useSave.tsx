import { type ReactNode, useState } from 'react';
import { Refusal, type SetUpView } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { say } from '../../ui/toasts';

/** Writes a setting; what is wrong with it is said where it was typed. */
export function useSave() {
  const [wrong, setWrong] = useState('');
  const save = async (run: Promise<SetUpView>, words: string) => {
    try {
      queries.setQueryData(keys.setUp, await run);
      setWrong('');
      say(words);
      return true;
    } catch (refusal) {
      setWrong(refusal instanceof Refusal && refusal.status === 412 ? '' : (refusal as Error).message);
      return false;
    }
  };
  return { wrong, save };
}

/** What is wrong, where there is something. */
export const Alert = ({ children }: { children: ReactNode }) =>
  children ? (
    <p role="alert" className="text-[13px] text-late">
      {children}
    </p>
  ) : null;
