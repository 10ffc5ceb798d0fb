import { useAllKeys } from "../keys";
import { texts } from "../texts";
import { KeyCap } from "./KeyCap";
import { Panel } from "./Panel";

/** All keys of this page. */
export function KeyboardHelp({ onClose }: { onClose: () => void }) {
  const deeds = useAllKeys();
  return (
    <Panel title={texts.keysTitle} onClose={onClose}>
      <dl className="keysheet">
        {deeds.map((deed) => (
          <div key={deed.words + deed.keys.join()}>
            <dt aria-label={deed.keys.join(" or ")}>
              {(deed.caps ?? deed.keys.slice(0, 2)).flatMap((keys) => keys.split(" ").map((key) => <KeyCap key={keys + key} of={key} />))}
            </dt>
            <dd>{deed.words}</dd>
          </div>
        ))}
      </dl>
    </Panel>
  );
}
