import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { api, taken } from '../api/client';
import { sayWrong } from './toasts';

/** Looks by the saved view that the address names, once. */
export function useNamedView(about: 'tasks' | 'dockets', onLook: (look: unknown) => void) {
  const [params, setParams] = useSearchParams();
  const wanted = params.get('view');
  useEffect(() => {
    if (!wanted) return;
    setParams((p) => (p.delete('view'), p), { replace: true });
    taken(api.GET('/api/views/{id}', { params: { path: { id: wanted } } }))
      .then((view) => view.about === about && onLook(view.settings))
      .catch(sayWrong);
  }, [wanted]); // eslint-disable-line react-hooks/exhaustive-deps
}
