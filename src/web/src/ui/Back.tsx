import { Undo2 } from 'lucide-react';
import { useLocation, useNavigate } from 'react-router';
import { Button } from './controls';
import * as texts from './texts';

/** The way back to where one was before one followed a view; nothing for whoever came otherwise. */
export function Back() {
  const { state } = useLocation() as { state: { back?: string } | null };
  const navigate = useNavigate();
  const to = state?.back;
  if (!to) return null;
  return (
    <Button onClick={() => void navigate(to)}>
      <Undo2 size={14} aria-hidden /> {texts.back}
    </Button>
  );
}
