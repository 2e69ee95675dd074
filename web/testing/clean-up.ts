import { cleanup, configure } from '@testing-library/react';
import { afterEach } from 'vitest';

// What is waited for comes later on a busy machine; only where it does not come at all is this long waited.
configure({ asyncUtilTimeout: 10_000 });

// Test files share one browser: each test leaves it empty.
afterEach(() => {
  cleanup();
  document.body.replaceChildren();
  localStorage.clear();
});
