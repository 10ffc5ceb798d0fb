import { DropdownMenu } from "radix-ui";
import { type FormEvent, useState } from "react";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Panel } from "../../ui/Panel";
import { keepViews, keptViews, type View, withView } from "./views";
import { textOf } from "../../ui/form";

interface ViewsMenuProps {
  /** The view as it is now. */
  address: string;
  hidden: string[];
  onChoose: (view: View) => void;
}

/** Opens a saved view, or saves the present one under a name. */
export function ViewsMenu({ address, hidden, onChoose }: ViewsMenuProps) {
  const [views, setViews] = useState(keptViews);
  const [naming, setNaming] = useState(false);
  const change = (next: View[]) => {
    keepViews(next);
    setViews(next);
  };
  const present = views.find((view) => view.address === address && view.hidden.join() === hidden.join());
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = textOf(new FormData(event.currentTarget), "name").trim();
    if (name !== "") change(withView(views, { name, address, hidden }));
    setNaming(false);
  };
  return (
    <>
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger className="blank">{present?.name ?? texts.jobs.views}</DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="menu" align="end" sideOffset={4}>
            {views.map((view) => (
              <DropdownMenu.Item key={view.name} onSelect={() => onChoose(view)}>
                {view.name}
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Item onSelect={() => setNaming(true)}>{texts.jobs.keepView}</DropdownMenu.Item>
            {present !== undefined && (
              <DropdownMenu.Item onSelect={() => change(views.filter((view) => view !== present))}>
                {texts.jobs.forgetView(present.name)}
              </DropdownMenu.Item>
            )}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {naming && (
        <Panel title={texts.jobs.keepView} onClose={() => setNaming(false)}>
          <form onSubmit={submit} className="grid gap-3 pt-2">
            <input className="palette-input" name="name" aria-label={texts.jobs.viewName} placeholder={texts.jobs.viewName} />
            <Do first type="submit" className="justify-self-start">
              {texts.jobs.keep}
            </Do>
          </form>
        </Panel>
      )}
    </>
  );
}
