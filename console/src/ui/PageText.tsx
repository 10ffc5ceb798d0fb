import { texts } from "../texts";
import { lines } from "./pageWords";
import { usePageWords } from "./WordLayer";

interface PageTextProps {
  job: { id: string; isTried?: boolean };
  page: number;
  output: string | undefined;
  /** Why there is no picture. */
  reason: string;
}

/** The recognised text of a page that can't be drawn. */
export function PageText({ job, page, output, reason }: PageTextProps) {
  const { data: words } = usePageWords(job, page, output, true);
  const text = words === undefined || words.reason !== undefined ? "" : lines(words.words);
  return (
    <>
      <p className="say p-4">{reason}</p>
      {text !== "" && (
        <section className="readtext" aria-label={texts.words.text}>
          <h3 className="note">{texts.words.text}</h3>
          <pre className="name">{text}</pre>
        </section>
      )}
    </>
  );
}
