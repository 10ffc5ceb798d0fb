import { useQueryClient } from "@tanstack/react-query";
import { DropdownMenu } from "radix-ui";
import { type ReactNode, useState } from "react";
import { NavLink, useNavigate } from "react-router";
import { answer, api, type Session } from "../api/client";
import { useStatus, useUnread } from "../api/queries";
import { type KeyDeed, useAllKeys, useKeys } from "../keys";
import { useLine } from "../live";
import { useMay } from "../permissions";
import { texts } from "../texts";
import { setTheme, type Theme, theme } from "../theme";
import { KeyCap } from "./KeyCap";
import { KeyboardHelp } from "./KeyboardHelp";
import { Palette } from "./Palette";
import { pagesFor } from "./pages";
import { atSecond, span } from "./time";

/** The frame of every page: the index line on top, the page, and the key line at the foot. */
export function Shell({ session, children }: { session: Session; children: ReactNode }) {
  const [over, setOver] = useState<"nothing" | "palette" | "keys">("nothing");
  const navigate = useNavigate();
  const may = useMay();
  const unread = useUnread();
  const pages = pagesFor(may);
  useKeys([
    { keys: ["/", "Control k"], words: texts.key.palette, act: () => setOver("palette") },
    { keys: ["?", "F1"], words: texts.key.all, act: () => setOver("keys"), shown: true },
    ...pages.map((page) => ({
      keys: [`g ${page.key}`],
      words: `${texts.key.go}: ${page.words}`,
      act: () => void navigate(page.path),
    })),
  ]);
  return (
    <>
      <header className="index">
        <NavLink className="mark" to="/today" aria-label="Lectomen">
          <span>Lecto</span>
          <span>men</span>
        </NavLink>
        <nav aria-label="Pages">
          {pages.map((page) => (
            <NavLink key={page.path} to={page.path}>
              {page.words}
              {page.path === "/inbox" && unread > 0 && <b aria-label={texts.inbox.title(unread)}>{unread}</b>}
            </NavLink>
          ))}
        </nav>
        <button type="button" className="find" onClick={() => setOver("palette")}>
          <span className="long">{texts.find}</span>
          <span className="short">{texts.findShort}</span>
          <KeyCap of="/" />
        </button>
        <PersonMenu name={session.person?.name ?? ""} />
      </header>
      <div className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
        <LostLine />
        {children}
      </div>
      <KeyLine />
      {over === "palette" && <Palette onClose={() => setOver("nothing")} />}
      {over === "keys" && <KeyboardHelp onClose={() => setOver("nothing")} />}
    </>
  );
}

function PersonMenu({ name }: { name: string }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<Theme>(theme());
  const signOut = async () => {
    await answer(api.DELETE("/api/v1/session"));
    await queries.resetQueries();
  };
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="me">{name}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="end" sideOffset={6}>
          <DropdownMenu.RadioGroup
            value={chosen}
            onValueChange={(wanted) => {
              setTheme(wanted as Theme);
              setChosen(wanted as Theme);
            }}
          >
            {(["light", "dark", "as the system"] as const).map((one) => (
              <DropdownMenu.RadioItem key={one} value={one}>
                {texts.theme[one]}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Item onSelect={() => void navigate("/me")}>{texts.me.open}</DropdownMenu.Item>
          <DropdownMenu.Item onSelect={() => void signOut()}>{texts.signOut}</DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function LostLine() {
  const line = useLine();
  return (
    <div role="status">
      {line.status === "lost" && <p className="lost say">{texts.line.lost(atSecond(line.since.toISOString()))}</p>}
    </div>
  );
}

function KeyLine() {
  const shown = useAllKeys().filter((deed) => deed.shown === true);
  const isLast = (deed: KeyDeed) => deed.keys.includes("?");
  const line = (deed: KeyDeed) => (
    <span key={deed.words}>
      {(deed.caps ?? deed.keys.slice(0, 1)).map((key) => (
        <KeyCap key={key} of={key} />
      ))}
      {deed.words}
    </span>
  );
  return (
    <footer className="keys">
      <span className="deeds">{shown.filter((deed) => !isLast(deed)).map(line)}</span>
      {shown.filter(isLast).map(line)}
      <Beat />
    </footer>
  );
}

/** The service's pulse: folders watched, the last look and the next, workers. */
function Beat() {
  const { data } = useStatus();
  if (data === undefined) return <span className="beat" />;
  const now = Date.now();
  const last = Math.min(...data.sources.map((source) => (source.lastLookAt ? now - Date.parse(source.lastLookAt) : Infinity)));
  const next = Math.min(...data.sources.map((source) => (source.nextLookAt ? Date.parse(source.nextLookAt) - now : Infinity)));
  return (
    <span className="beat">
      <span>
        <i aria-hidden="true" />
        {texts.line.watching(data.sources.length)}
      </span>
      {Number.isFinite(last) && Number.isFinite(next) && <span>{texts.line.looks(span(last), span(Math.max(0, next)))}</span>}
      <span>{texts.line.workers(data.workers.running.length)}</span>
    </span>
  );
}
