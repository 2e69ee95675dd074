import type {
  AccessToken,
  ChangeAccount,
  CoursePeople,
  CourseRole,
  Created,
  DecimalMark,
  FirstSetUp,
  Invitation,
  InvitedTo,
  Joined,
  LeaveAll,
  LeftCourse,
  MadeToken,
  MailKind,
  NewAccount,
  NewInvitation,
  NewToken,
  PasswordLink,
  Roster,
  RosterInvited,
  SetUpState,
} from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';
import { OUTLIVING } from './outliving.ts';

/** Courses that are begun, who is in them, and the links by which others come in. */
const people = api.injectEndpoints({
  endpoints: (build) => ({
    setUpState: build.query<SetUpState, void>({
      responseSchema: SCHEMAS?.setUpState,
      query: () => '/set-up',
    }),
    setUp: build.mutation<Joined, FirstSetUp>({
      responseSchema: SCHEMAS?.join,
      query: (body) => ({ url: '/set-up', method: 'POST', body }),
    }),
    beginCourse: build.mutation<Created, string>({
      responseSchema: SCHEMAS?.beginCourse,
      query: (title) => ({ url: '/courses', method: 'POST', body: { title } }),
      invalidatesTags: ['Session'],
    }),
    renameCourse: build.mutation<void, { courseId: string; title: string }>({
      query: ({ courseId, title }) => ({ url: `/courses/${courseId}`, method: 'PUT', body: { title } }),
      invalidatesTags: ['Session', 'Course', 'People'],
    }),
    changeAccount: build.mutation<void, ChangeAccount>({
      query: (body) => ({ url: '/account', method: 'PUT', body }),
      invalidatesTags: ['Session', 'People', 'Course'],
    }),
    chooseMail: build.mutation<void, MailKind[]>({
      query: (off) => ({ url: '/account/mail', method: 'PUT', body: { off }, ...OUTLIVING }),
      invalidatesTags: ['Session'],
    }),
    chooseNumbers: build.mutation<void, DecimalMark>({
      query: (decimalMark) => ({ url: '/account/numbers', method: 'PUT', body: { decimalMark }, ...OUTLIVING }),
      invalidatesTags: ['Session'],
    }),
    tokens: build.query<AccessToken[], void>({
      responseSchema: SCHEMAS?.tokens,
      query: () => '/account/tokens',
      providesTags: ['Token'],
    }),
    makeToken: build.mutation<MadeToken, NewToken>({
      responseSchema: SCHEMAS?.makeToken,
      query: (body) => ({ url: '/account/tokens', method: 'POST', body }),
      invalidatesTags: ['Token'],
    }),
    revokeToken: build.mutation<void, string>({
      query: (id) => ({ url: `/account/tokens/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Token'],
    }),
    linkForLearner: build.mutation<PasswordLink, { courseId: string; personId: string }>({
      responseSchema: SCHEMAS?.passwordLink,
      query: ({ courseId, personId }) => ({
        url: `/courses/${courseId}/people/${personId}/password-link`,
        method: 'POST',
      }),
    }),
    leaveAll: build.mutation<void, LeaveAll>({
      query: (body) => ({ url: '/account/leave', method: 'POST', body }),
    }),
    coursePeople: build.query<CoursePeople, string>({
      responseSchema: SCHEMAS?.coursePeople,
      query: (courseId) => `/courses/${courseId}/people`,
      providesTags: ['People'],
    }),
    invite: build.mutation<Invitation, { courseId: string; invitation: NewInvitation }>({
      responseSchema: SCHEMAS?.invite,
      query: ({ courseId, invitation }) => ({
        url: `/courses/${courseId}/invitations`,
        method: 'POST',
        body: invitation,
      }),
      invalidatesTags: ['People'],
    }),
    inviteRoster: build.mutation<RosterInvited, { courseId: string; roster: Roster }>({
      responseSchema: SCHEMAS?.inviteRoster,
      query: ({ courseId, roster }) => ({ url: `/courses/${courseId}/roster`, method: 'POST', body: roster }),
      invalidatesTags: ['People'],
    }),
    chooseRole: build.mutation<void, { courseId: string; personId: string; role: CourseRole }>({
      query: ({ courseId, personId, role }) => ({
        url: `/courses/${courseId}/people/${personId}`,
        method: 'PUT',
        body: { role },
      }),
      invalidatesTags: ['People', 'Course', 'Session'],
    }),
    takeOut: build.mutation<void, { courseId: string; personId: string; inLedger: boolean }>({
      query: ({ courseId, personId, inLedger }) => ({
        url: `/courses/${courseId}/people/${personId}`,
        params: inLedger ? { figures: 'stay' } : {},
        method: 'DELETE',
      }),
      invalidatesTags: ['People', 'Course', 'Session'],
    }),
    leftCourses: build.query<LeftCourse[], void>({
      responseSchema: SCHEMAS?.leftCourses,
      query: () => '/account/left',
      providesTags: ['Session'],
    }),
    stayInLedger: build.mutation<void, { courseId: string; inLedger: boolean }>({
      query: ({ courseId, inLedger }) => ({
        url: `/account/left/${courseId}`,
        method: 'PUT',
        body: { inLedger },
        ...OUTLIVING,
      }),
      invalidatesTags: ['Session'],
    }),
    endInvitation: build.mutation<void, { courseId: string; id: string }>({
      query: ({ courseId, id }) => ({ url: `/courses/${courseId}/invitations/${id}`, method: 'DELETE' }),
      invalidatesTags: ['People'],
    }),
    invitedTo: build.query<InvitedTo, string>({
      responseSchema: SCHEMAS?.invitedTo,
      query: (code) => `/invitations/${encodeURIComponent(code)}`,
    }),
    join: build.mutation<Joined, string>({
      responseSchema: SCHEMAS?.join,
      query: (code) => ({ url: `/invitations/${encodeURIComponent(code)}/join`, method: 'POST' }),
      invalidatesTags: ['Session'],
    }),
    joinAnew: build.mutation<Joined, { code: string; account: NewAccount }>({
      responseSchema: SCHEMAS?.join,
      query: ({ code, account }) => ({
        url: `/invitations/${encodeURIComponent(code)}/accounts`,
        method: 'POST',
        body: account,
      }),
    }),
  }),
});

export const {
  useSetUpStateQuery,
  useSetUpMutation,
  useBeginCourseMutation,
  useRenameCourseMutation,
  useChangeAccountMutation,
  useChooseMailMutation,
  useTokensQuery,
  useMakeTokenMutation,
  useRevokeTokenMutation,
  useLinkForLearnerMutation,
  useLeaveAllMutation,
  useCoursePeopleQuery,
  useInviteMutation,
  useEndInvitationMutation,
  useInviteRosterMutation,
  useChooseRoleMutation,
  useChooseNumbersMutation,
  useLeftCoursesQuery,
  useStayInLedgerMutation,
  useTakeOutMutation,
  useInvitedToQuery,
  useJoinMutation,
  useJoinAnewMutation,
} = people;
