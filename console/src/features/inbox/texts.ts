import { some } from "../../ui/time";

export const inboxTexts = {
  title: (unread: number) => (unread === 0 ? "Nothing unread" : some(unread, "unread notice", "unread notices")),
  all: "All notices",
  unread: "Unread only",
  shown: "Shown",
  readAll: "Mark all as read",
  read: "Mark as read",
  choose: "Choose what you get by mail",
  none: "You have no notices. Rules, hot folders and settings say who is notified of what.",
  noneUnread: "You have read everything.",
  more: "More notices",
  up: "previous notice",
  down: "next notice",
  open: "open",
};
