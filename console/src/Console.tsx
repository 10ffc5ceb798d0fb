import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";
import { answer, api, Problem, prove } from "./api/client";
import { DeskPage } from "./features/desk/DeskPage";
import { EditorPage } from "./features/editor/EditorPage";
import { NewRulePage } from "./features/editor/NewRulePage";
import { UploadPlace } from "./features/upload/UploadPlace";
import { JobPage } from "./features/job/JobPage";
import { JobsPage } from "./features/jobs/JobsPage";
import { LivePage } from "./features/rules/LivePage";
import { RulePage } from "./features/rules/RulePage";
import { RulesPage } from "./features/rules/RulesPage";
import { SignInPage } from "./features/session/SignInPage";
import { WelcomePage } from "./features/session/WelcomePage";
import { TablesPage } from "./features/tables/TablesPage";
import { TodayPage } from "./features/today/TodayPage";
import { LiveProvider } from "./live";
import { Shell } from "./ui/Shell";
import { ErrorMessage } from "./ui/ErrorMessage";

const SESSION = ["GET", "/session"];

async function session() {
  const now = await answer(api.GET("/api/v1/session"));
  prove(now.forgeryToken);
  return now;
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
  return (
    <LiveProvider>
      <Shell session={data}>
        {!/^\/(new-rule|rules\/[^/]+\/edit)$/.test(location.pathname) && <UploadPlace />}
        <Routes>
          <Route path="/today" element={<TodayPage />} />
          <Route path="/jobs" element={<JobsPage />} />
          <Route path="/jobs/:id" element={<JobPage />} />
          <Route path="/desk" element={<DeskPage />} />
          <Route path="/rules" element={<RulesPage />} />
          <Route path="/rules/:id" element={<RulePage />} />
          <Route path="/rules/:id/edit" element={<EditorPage />} />
          <Route path="/rules/:id/live" element={<LivePage />} />
          <Route path="/new-rule" element={<NewRulePage />} />
          <Route path="/tables" element={<TablesPage />} />
          <Route path="*" element={<Navigate to="/today" replace />} />
        </Routes>
      </Shell>
    </LiveProvider>
  );
}
