import { memo, type ReactNode } from 'react';

interface StillProps {
  still: boolean;
  children: ReactNode;
}

/** What is within stays as it was rendered last while it is `still`, whatever becomes of it. */
export const Still = memo(
  function Still({ children }: StillProps) {
    return children;
  },
  (_, { still }) => still,
);
