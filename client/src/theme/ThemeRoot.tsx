import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import GlobalStyles from '@mui/material/GlobalStyles';
import { ThemeProvider } from '@mui/material/styles';
import { useEffect, useMemo, type ReactNode } from 'react';
import { useMode } from './settings';
import { theme, variables } from './theme';

const nonce = document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content;
const cache = createCache({ key: 'css', nonce, prepend: true });

/** Both modes from one theme; the style nonce of the page goes to every generated style. */
export function ThemeRoot({ children }: { children: ReactNode }) {
  const mode = useMode();
  const mui = useMemo(() => theme(mode), [mode]);
  useEffect(() => {
    document.documentElement.dataset.mode = mode;
  }, [mode]);
  return (
    <CacheProvider value={cache}>
      <ThemeProvider theme={mui}>
        <GlobalStyles styles={{ ':root': variables(mode), '@media print': { ':root': variables('day') } }} />
        {children}
      </ThemeProvider>
    </CacheProvider>
  );
}
