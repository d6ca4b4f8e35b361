/** Routes and the session: without a person there is only the sign-in. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { AuditPage } from '../board/AuditPage';
import { BoardPage } from '../board/BoardPage';
import { BoardsPage } from '../board/BoardsPage';
import { SharedPage } from '../board/SharedPage';
import { BringPage } from '../data/BringPage';
import { DecisionsPage } from '../data/DecisionsPage';
import { ProofPage } from '../data/ProofPage';
import { TablePage } from '../data/TablePage';
import { TablesPage } from '../data/TablesPage';
import { ComparePage } from '../inquiry/ComparePage';
import { InquiriesPage } from '../inquiry/InquiriesPage';
import { InquiryPage } from '../inquiry/InquiryPage';
import { ReplayPage } from '../inquiry/ReplayPage';
import { ModelPage } from '../model/ModelPage';
import { ModelsPage } from '../model/ModelsPage';
import { AccountPage } from '../people/AccountPage';
import { ChoosePasswordPage } from '../people/ChoosePasswordPage';
import { PeoplePage } from '../people/PeoplePage';
import { FaultBoundary, Message, Failure, Loading } from '../parts/states';
import { ActionsPage } from '../returning/ActionsPage';
import { AlertPage } from '../returning/AlertPage';
import { NewAlertPage } from '../returning/NewAlertPage';
import { AlertsPage } from '../returning/AlertsPage';
import { BriefingPage } from '../returning/BriefingPage';
import { BriefingsPage } from '../returning/BriefingsPage';
import { RoutinePage } from '../returning/RoutinePage';
import { JobsPage } from '../returning/JobsPage';
import { GlossaryPage } from '../workshop/GlossaryPage';
import { WorkshopPage } from '../workshop/WorkshopPage';
import { TodayPage } from '../today/TodayPage';
import { api, ProblemError } from './api';
import { Page } from './Page';
import { SessionContext } from './session';
import { SignInAgain } from './SignInAgain';
import { SignInPage } from './SignInPage';
import { useMode } from './use-mode';

/** With its editor, which few open. */
const QueryPage = lazy(() => import('../data/QueryPage').then((page) => ({ default: page.QueryPage })));

export function App() {
  useMode();
  const client = useQueryClient();
  const { pathname } = useLocation();
  const guest = pathname.startsWith('/shared/') || pathname.startsWith('/password/');
  const session = useQuery({ queryKey: ['session'], queryFn: api.session, staleTime: Infinity, enabled: !guest });
  if (guest)
    return (
      <FaultBoundary>
        <Routes>
          <Route path="/shared/:token" element={<SharedPage />} />
          <Route path="/password/:token" element={<ChoosePasswordPage />} />
        </Routes>
      </FaultBoundary>
    );
  if (session.isPending)
    return (
      <Page>
        <Loading what="Opening Zud" />
      </Page>
    );
  if (session.isError) {
    if (session.error instanceof ProblemError && session.error.status === 401)
      return <SignInPage onSignedIn={(signed) => client.setQueryData(['session'], signed)} />;
    return (
      <Page>
        <Failure error={session.error} onRetry={() => void session.refetch()} />
      </Page>
    );
  }
  return (
    <SessionContext value={session.data.person}>
      <FaultBoundary>
        <Routes>
          <Route path="/" element={<TodayPage />} />
          <Route path="/inquiries" element={<InquiriesPage />} />
          <Route path="/inquiries/:inquiryId" element={<InquiryPage />} />
          <Route path="/inquiries/:inquiryId/steps/:stepId" element={<InquiryPage />} />
          <Route path="/inquiries/:inquiryId/compare/:leftId/:rightId" element={<ComparePage />} />
          <Route path="/inquiries/:inquiryId/replay" element={<ReplayPage />} />
          <Route path="/boards" element={<BoardsPage />} />
          <Route path="/boards/:boardId" element={<BoardPage />} />
          <Route path="/models" element={<ModelsPage />} />
          <Route path="/tables" element={<TablesPage />} />
          <Route path="/tables/:table" element={<TablePage />} />
          <Route
            path="/query"
            element={
              <Suspense
                fallback={
                  <Page>
                    <Loading what="Opening the editor" />
                  </Page>
                }
              >
                <QueryPage />
              </Suspense>
            }
          />
          <Route path="/models/bring" element={<BringPage />} />
          <Route path="/models/bring/:importId" element={<ProofPage />} />
          <Route path="/models/:modelId/decisions" element={<DecisionsPage />} />
          <Route path="/models/:modelId/workshop" element={<WorkshopPage />} />
          <Route path="/models/:modelId/workshop/:section" element={<WorkshopPage />} />
          <Route path="/models/:modelId/glossary" element={<GlossaryPage />} />
          <Route path="/models/:modelId" element={<ModelPage />} />
          <Route path="/alerts" element={<AlertsPage />} />
          <Route path="/alerts/new" element={<NewAlertPage />} />
          <Route path="/alerts/:alertId" element={<AlertPage />} />
          <Route path="/briefings" element={<BriefingsPage />} />
          <Route path="/briefings/:briefingId" element={<BriefingPage />} />
          <Route path="/briefings/:briefingId/editions/:number" element={<BriefingPage />} />
          <Route path="/routines/:routineId" element={<RoutinePage />} />
          <Route path="/actions" element={<ActionsPage />} />
          <Route path="/jobs" element={<JobsPage />} />
          <Route path="/changes" element={<AuditPage />} />
          <Route path="/people" element={<PeoplePage />} />
          <Route path="/account" element={<AccountPage />} />
          <Route path="/today" element={<Navigate to="/" replace />} />
          <Route
            path="*"
            element={
              <Page>
                <Message title="Nothing is at this address">
                  The link may be old, or a letter of it is missing. Today shows what you worked on last.
                </Message>
              </Page>
            }
          />
        </Routes>
      </FaultBoundary>
      <SignInAgain person={session.data.person} />
    </SessionContext>
  );
}
