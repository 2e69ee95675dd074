import { cleanup } from '@testing-library/react';
import { afterEach } from 'vitest';

// Test files share one browser: each test leaves it empty.
afterEach(() => {
  cleanup();
  document.body.replaceChildren();
  localStorage.clear();
});
