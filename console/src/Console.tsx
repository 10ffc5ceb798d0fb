import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";
import { answer, api, Problem, prove } from "./api/client";
import { DeskPage } from "./features/desk/DeskPage";
import { FiguresPage } from "./features/desk/FiguresPage";
import { InDoubtPage } from "./features/desk/InDoubtPage";
import { UnmatchedPage } from "./features/desk/UnmatchedPage";
import { EditorPage } from "./features/editor/EditorPage";
import { NewRulePage } from "./features/editor/NewRulePage";
import { UploadPlace } from "./features/upload/UploadPlace";
import { InboxPage } from "./features/inbox/InboxPage";
import { JobPage } from "./features/job/JobPage";
import { JobsPage } from "./features/jobs/JobsPage";
import { LivePage } from "./features/rules/LivePage";
import { RulePage } from "./features/rules/RulePage";
import { RulesPage } from "./features/rules/RulesPage";
import { ConfirmIdentity } from "./features/session/ConfirmIdentity";
import { SecondFactor } from "./features/session/SecondFactor";
import { SignInPage } from "./features/session/SignInPage";
import { WelcomePage } from "./features/session/WelcomePage";
import { TablesPage } from "./features/tables/TablesPage";
import { LedgerPage } from "./features/ledger/LedgerPage";
import { PreviewPage } from "./features/print/PreviewPage";
import { PrintPage } from "./features/print/PrintPage";
import { PrintReportPage } from "./features/print/PrintReportPage";
import { ReportPage } from "./features/report/ReportPage";
import { MePage } from "./features/session/MePage";
import { PeoplePage } from "./features/people/PeoplePage";
import { type Permission, PermissionProvider } from "./permissions";
import { TodayPage } from "./features/today/TodayPage";
import { LiveProvider } from "./live";
import { texts } from "./texts";
import { Shell } from "./ui/Shell";
import { ErrorMessage } from "./ui/ErrorMessage";

const SESSION = ["GET", "/session"];

async function session() {
  const now = await answer(api.GET("/api/v1/session"));
  prove(now.forgeryToken);
  return now;
}

/** For somebody whose roles were taken away. */
function NoRole() {
  return (
    <main className="me-page">
      <h1>{texts.people.noRoleTitle}</h1>
      <p className="say">{texts.people.noRoleLead}</p>
    </main>
  );
}

/** The whole console: the pages for who is signed in, the door for everybody else. */
export function Console() {
  const queries = useQueryClient();
  const location = useLocation();
  const { data, error } = useQuery({ queryKey: SESSION, queryFn: session, staleTime: Infinity });
  const wasIn = useRef(false);
  const again = () => queries.invalidateQueries({ queryKey: SESSION });

  // A call that is refused because the session has ended shows the door; the address stays, so that one comes back to it.
  useEffect(
    () =>
      queries.getQueryCache().subscribe((event) => {
        const problem: unknown = event.query.state.error;
        if (event.type === "updated" && problem instanceof Problem && problem.status === 401) {
          void queries.invalidateQueries({ queryKey: SESSION });
        }
      }),
    [queries],
  );

  if (data === undefined) {
    return error === null ? null : (
      <main className="door">
        <ErrorMessage problem={error} />
      </main>
    );
  }
  if (location.pathname === "/welcome") {
    return <WelcomePage onIn={again} />;
  }
  if (data.person === undefined) {
    return <SignInPage session={data} ended={wasIn.current} onIn={() => void queries.resetQueries()} />;
  }
  wasIn.current = true;
  if (data.secondFactorDue) {
    return (
      <main className="me-page">
        <h1>{data.person.name}</h1>
        <SecondFactor session={data} onChange={() => void again()} />
        <ConfirmIdentity session={data} />
      </main>
    );
  }
  const may = (permission: Permission) => data.permissions.includes(permission);
  return (
    <LiveProvider>
      <PermissionProvider permissions={data.permissions}>
        <Shell session={data}>
          {may("handle documents") && !/^\/(new-rule|rules\/[^/]+\/edit)$/.test(location.pathname) && <UploadPlace />}
          <Routes>
            <Route path="/today" element={may("see documents") ? <TodayPage /> : <NoRole />} />
            <Route path="/jobs" element={<JobsPage />} />
            <Route path="/jobs/:id" element={<JobPage />} />
            {(may("review") || may("handle documents")) && <Route path="/desk" element={<DeskPage />} />}
            {may("review") && <Route path="/desk/:task" element={<DeskPage />} />}
            {may("see the service") && <Route path="/desk/figures" element={<FiguresPage />} />}
            {may("handle documents") && <Route path="/desk/in-doubt" element={<InDoubtPage />} />}
            {may("handle documents") && <Route path="/desk/unmatched" element={<UnmatchedPage />} />}
            {may("see rules") && <Route path="/rules" element={<RulesPage />} />}
            {may("see rules") && <Route path="/rules/:id" element={<RulePage />} />}
            {may("write rules") && <Route path="/rules/:id/edit" element={<EditorPage />} />}
            {may("write rules") && <Route path="/rules/:id/live" element={<LivePage />} />}
            {may("write rules") && <Route path="/new-rule" element={<NewRulePage />} />}
            {may("see rules") && <Route path="/tables" element={<TablesPage />} />}
            {may("see people") && <Route path="/people" element={<PeoplePage />} />}
            {may("see the ledger") && <Route path="/ledger" element={<LedgerPage />} />}
            {may("see documents") && <Route path="/report" element={<ReportPage />} />}
            {may("see rules") && <Route path="/print" element={<PrintPage />} />}
            {may("see rules") && <Route path="/print/:id" element={<PreviewPage />} />}
            {may("see documents") && <Route path="/print-report" element={<PrintReportPage />} />}
            <Route path="/inbox" element={<InboxPage />} />
            <Route path="/me" element={<MePage session={data} person={data.person} onChange={() => void again()} />} />
            <Route path="*" element={<Navigate to="/today" replace />} />
          </Routes>
          <ConfirmIdentity session={data} />
        </Shell>
      </PermissionProvider>
    </LiveProvider>
  );
}
