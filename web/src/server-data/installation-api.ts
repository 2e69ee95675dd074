import type {
  Deed,
  InstallationCourse,
  InstallationPeople,
  InstallationState,
  Outbox,
  PasswordLink,
  PasswordLinkOf,
} from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** The installation for who runs it, and new passwords for those who have lost theirs. */
const installation = api.injectEndpoints({
  endpoints: (build) => ({
    installation: build.query<InstallationState, void>({
      responseSchema: SCHEMAS?.installation,
      query: () => '/installation',
      providesTags: ['Installation'],
    }),
    installationCourses: build.query<InstallationCourse[], void>({
      responseSchema: SCHEMAS?.installationCourses,
      query: () => '/installation/courses',
      providesTags: ['Installation'],
    }),
    installationPeople: build.query<InstallationPeople, string>({
      responseSchema: SCHEMAS?.installationPeople,
      query: (q) => ({ url: '/installation/people', params: { q } }),
      providesTags: ['Installation'],
    }),
    outbox: build.query<Outbox, void>({
      responseSchema: SCHEMAS?.outbox,
      query: () => '/installation/outbox',
      providesTags: ['Installation'],
    }),
    deeds: build.query<Deed[], void>({
      responseSchema: SCHEMAS?.deeds,
      query: () => '/installation/deeds',
      providesTags: ['Installation'],
    }),
    chooseAdministrator: build.mutation<void, { personId: string; isAdministrator: boolean }>({
      query: ({ personId, isAdministrator }) => ({
        url: `/installation/people/${personId}/administrator`,
        method: 'PUT',
        body: { isAdministrator },
      }),
      invalidatesTags: ['Installation', 'Session'],
    }),
    linkForPerson: build.mutation<PasswordLink, string>({
      responseSchema: SCHEMAS?.passwordLink,
      query: (personId) => ({ url: `/installation/people/${personId}/password-link`, method: 'POST' }),
      invalidatesTags: ['Installation'],
    }),
    endSessionsOf: build.mutation<void, string>({
      query: (personId) => ({ url: `/installation/people/${personId}/sessions`, method: 'DELETE' }),
      invalidatesTags: ['Installation'],
    }),
    forgotten: build.mutation<void, string>({
      query: (email) => ({ url: '/forgotten', method: 'POST', body: { email } }),
    }),
    passwordLinkOf: build.query<PasswordLinkOf, string>({
      responseSchema: SCHEMAS?.passwordLinkOf,
      query: (code) => `/password-links/${encodeURIComponent(code)}`,
    }),
    passwordByLink: build.mutation<void, { code: string; password: string }>({
      query: ({ code, password }) => ({
        url: `/password-links/${encodeURIComponent(code)}`,
        method: 'PUT',
        body: { password },
      }),
    }),
  }),
});

export const {
  useInstallationQuery,
  useInstallationCoursesQuery,
  useInstallationPeopleQuery,
  useOutboxQuery,
  useDeedsQuery,
  useChooseAdministratorMutation,
  useLinkForPersonMutation,
  useEndSessionsOfMutation,
  useForgottenMutation,
  usePasswordLinkOfQuery,
  usePasswordByLinkMutation,
} = installation;
