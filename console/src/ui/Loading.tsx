import { useEffect, useState } from "react";

const QUIET_MILLIS = 300;

/** Placeholder bars while lines load; nothing at all for the first moment. */
export function Loading({ lines = 6 }: { lines?: number }) {
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const later = window.setTimeout(() => setShown(true), QUIET_MILLIS);
    return () => window.clearTimeout(later);
  }, []);
  return (
    <div aria-busy="true" className="grid gap-4 py-4">
      {shown && Array.from({ length: lines }, (_, at) => <span key={at} className="grey" />)}
    </div>
  );
}
