import { useAllKeys } from "../keys";
import { texts } from "../texts";
import { Cap } from "./Cap";
import { Leaf } from "./Leaf";

/** Every key that does something on this page. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  const deeds = useAllKeys();
  return (
    <Leaf title={texts.keysTitle} onClose={onClose}>
      <dl className="keysheet">
        {deeds.map((deed) => (
          <div key={deed.words + deed.keys.join()}>
            <dt aria-label={deed.keys.join(" or ")}>
              {(deed.caps ?? deed.keys.slice(0, 2)).flatMap((keys) => keys.split(" ").map((key) => <Cap key={keys + key} of={key} />))}
            </dt>
            <dd>{deed.words}</dd>
          </div>
        ))}
      </dl>
    </Leaf>
  );
}
