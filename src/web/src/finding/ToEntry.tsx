import { useEffect } from 'react';
import { useLocation, useNavigate, useParams } from 'react-router';
import { api, taken } from '../api/client';
import { sayWrong } from '../ui/toasts';

/** A link to an entry, wherever it stands: goes on to its place. */
export function ToEntry() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  // What else the address says holds at its place too: a file of it, and what is said about that.
  const { search, state } = useLocation();
  useEffect(() => {
    taken(api.GET('/api/things/{kind}/{target}', { params: { path: { kind: 'entry', target: id } } }))
      .then((thing) => {
        const path = thing.path ?? '/';
        return navigate(path + (search ? search.replace('?', path.includes('?') ? '&' : '?') : ''), {
          replace: true,
          state,
        });
      })
      .catch((wrong) => {
        sayWrong(wrong);
        void navigate('/', { replace: true });
      });
  }, [id, search, state, navigate]);
  return null;
}
