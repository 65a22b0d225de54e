import { type ReactNode, Suspense } from 'react';
import { lazy } from '../ui/lazy';
import { Panel } from '../ui/controls';
import * as texts from './texts';

export const loadAlerts = () => import('./Alerts');
const Alerts = lazy(() => loadAlerts().then((m) => ({ default: m.Alerts })));

type Props = { trigger: ReactNode; open: boolean; onOpenChange: (open: boolean) => void };

/** The panel of alerts; what is in it is fetched while nothing happens, or when it opens. */
export const AlertsPanel = ({ trigger, open, onOpenChange }: Props) => (
  <Panel
    trigger={trigger}
    label={texts.alerts}
    open={open}
    onOpenChange={onOpenChange}
    align="end"
    className="max-h-[70vh] w-[min(440px,calc(100vw-20px))] overflow-auto"
  >
    <Suspense fallback={null}>
      <Alerts onClose={() => onOpenChange(false)} />
    </Suspense>
  </Panel>
);
