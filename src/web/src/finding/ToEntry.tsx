import { useEffect } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, taken } from '../api/client';
import { sayWrong } from '../ui/toasts';

/** A link to an entry, wherever it stands: goes on to its place. */
export function ToEntry() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  useEffect(() => {
    taken(api.GET('/api/things/{kind}/{target}', { params: { path: { kind: 'entry', target: id } } }))
      .then((thing) => navigate(thing.path ?? '/', { replace: true }))
      .catch((wrong) => {
        sayWrong(wrong);
        void navigate('/', { replace: true });
      });
  }, [id, navigate]);
  return null;
}
