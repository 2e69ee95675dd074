import type { Ledger, LedgerDrill, OwnLedger } from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** What a course's ledger is computed from. */
const ledger = api.injectEndpoints({
  endpoints: (build) => ({
    ledger: build.query<Ledger, string>({
      responseSchema: SCHEMAS?.ledger,
      query: (courseId) => `/courses/${courseId}/ledger`,
    }),
    ledgerDrills: build.query<LedgerDrill[], string>({
      responseSchema: SCHEMAS?.ledgerDrills,
      query: (courseId) => `/courses/${courseId}/ledger/drills`,
    }),
    ownLedger: build.query<OwnLedger, string>({
      responseSchema: SCHEMAS?.ownLedger,
      query: (courseId) => `/courses/${courseId}/ledger/own`,
    }),
  }),
});

export const { useLedgerQuery, useLedgerDrillsQuery, useOwnLedgerQuery } = ledger;
