import './styles.css';
import { setupListeners } from '@reduxjs/toolkit/query';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { createRouter } from './routes.tsx';
import { createStore } from './state/index.ts';
import { applyTheme, Messages, presentTheme } from './ui/index.ts';

applyTheme(presentTheme());
const store = createStore();
setupListeners(store.dispatch);
const router = createRouter(store);

createRoot(document.getElementById('root')!).render(
  <Provider store={store}>
    <RouterProvider router={router} />
    <Messages />
  </Provider>,
);
