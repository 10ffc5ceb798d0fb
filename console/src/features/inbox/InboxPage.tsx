import { useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { INBOX } from "../../api/queries";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { at } from "../../ui/time";

const PER_PAGE = 50;

/** What one was notified of, the latest first. */
export function InboxPage() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [unreadOnly, setUnreadOnly] = useState(false);
  const [current, setCurrent] = useState(0);
  const inbox = useInfiniteQuery({
    queryKey: [...INBOX, unreadOnly],
    queryFn: ({ pageParam }) =>
      answer(api.GET("/api/v1/notices", { params: { query: { unread: unreadOnly, before: pageParam, limit: PER_PAGE } } })),
    initialPageParam: 0,
    getNextPageParam: (page: Schemas["Inbox"]) => (page.notices.length < PER_PAGE ? undefined : page.notices.at(-1)?.id),
  });
  const read = useMutation<Schemas["Read"], Problem, number>({
    mutationFn: (id) =>
      answer(id === 0 ? api.POST("/api/v1/notices/read") : api.POST("/api/v1/notices/{id}/read", { params: { path: { id } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: INBOX }),
  });
  const notices = inbox.data?.pages.flatMap((page) => page.notices) ?? [];
  const here = notices[Math.min(current, notices.length - 1)];
  const open = (notice: Schemas["NoticeView"]) => {
    if (notice.readAt === undefined) read.mutate(notice.id);
    void navigate(notice.path);
  };
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.inbox.down, act: () => setCurrent(Math.min(current + 1, notices.length - 1)), shown: true, caps: ["j", "k"] },
    { keys: ["k", "ArrowUp"], words: texts.inbox.up, act: () => setCurrent(Math.max(0, current - 1)) },
    { keys: ["Enter"], words: texts.inbox.open, act: () => here !== undefined && open(here), shown: true },
    { keys: ["x"], words: texts.inbox.read.toLowerCase(), act: () => here !== undefined && read.mutate(here.id), shown: true },
  ]);
  return (
    <main className="inbox">
      <h1 className="ask">
        {inbox.data !== undefined && `${texts.inbox.title(inbox.data.pages[0]?.unread ?? 0)}. `}
        <Choice
          label={texts.inbox.shown}
          value={unreadOnly ? "unread" : "all"}
          options={[
            { value: "all", words: texts.inbox.all },
            { value: "unread", words: texts.inbox.unread },
          ]}
          onChoose={(chosen) => setUnreadOnly(chosen === "unread")}
        />
        .
      </h1>
      <div className="under">
        <Do disabled={read.isPending || inbox.data?.pages[0]?.unread === 0} onClick={() => read.mutate(0)}>
          {texts.inbox.readAll}
        </Do>
        <Link to="/me">{texts.inbox.choose}</Link>
      </div>
      <ErrorMessage problem={inbox.error ?? read.error} />
      {inbox.data === undefined && inbox.error === null && <Loading />}
      {inbox.data !== undefined && notices.length === 0 && (
        <p className="say empty">{unreadOnly ? texts.inbox.noneUnread : texts.inbox.none}</p>
      )}
      <ol>
        {notices.map((notice) => (
          <li key={notice.id} className={notice === here ? "on" : ""} data-unread={notice.readAt === undefined}>
            <button type="button" onClick={() => open(notice)}>
              <span className="headline">{notice.headline}</span>
              <span className="note">
                {at(notice.last)}
                {notice.reason !== undefined && ` · ${notice.reason}`}
              </span>
            </button>
            {notice.readAt === undefined && (
              <Do bare onClick={() => read.mutate(notice.id)}>
                {texts.inbox.read}
              </Do>
            )}
          </li>
        ))}
      </ol>
      {inbox.hasNextPage && (
        <Do disabled={inbox.isFetchingNextPage} onClick={() => void inbox.fetchNextPage()}>
          {texts.inbox.more}
        </Do>
      )}
    </main>
  );
}
