import type { Ledger, OwnLedger } from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** What a course's ledger is computed from. */
const ledger = api.injectEndpoints({
  endpoints: (build) => ({
    ledger: build.query<Ledger, string>({
      responseSchema: SCHEMAS?.ledger,
      query: (courseId) => `/courses/${courseId}/ledger`,
    }),
    ownLedger: build.query<OwnLedger, string>({
      responseSchema: SCHEMAS?.ownLedger,
      query: (courseId) => `/courses/${courseId}/ledger/own`,
    }),
  }),
});

export const { useLedgerQuery, useOwnLedgerQuery } = ledger;
