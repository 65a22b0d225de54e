import { QueryClientProvider } from '@tanstack/react-query';
import { Tooltip } from 'radix-ui';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { queries } from '../api/queries';
import { App } from './App';
import { Boundary } from './Boundary';
import './theme.css';
import { applyTheme } from '../ui/theme';

applyTheme();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <Tooltip.Provider>
        <Boundary>
          <App />
        </Boundary>
      </Tooltip.Provider>
    </QueryClientProvider>
  </StrictMode>,
);
