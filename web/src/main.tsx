import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { Tooltip } from 'radix-ui';
import { setupListeners } from '@reduxjs/toolkit/query';
import { Toaster } from 'sonner';
import { router } from './app/routes.tsx';
import { createStore } from './app/store.ts';
import { applyTheme, presentTheme } from './app/theme.ts';
import './styles.css';

applyTheme(presentTheme());
const store = createStore();
setupListeners(store.dispatch);

createRoot(document.getElementById('root')!).render(
  <Provider store={store}>
    <Tooltip.Provider>
      <RouterProvider router={router} />
      <Toaster position="bottom-left" toastOptions={{ style: { background: 'var(--page)', color: 'var(--ink)', border: '1px solid var(--rule)' } }} />
    </Tooltip.Provider>
  </Provider>,
);
