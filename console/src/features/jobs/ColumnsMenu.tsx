import { DropdownMenu } from "radix-ui";
import { texts } from "../../texts";
import { COLUMNS } from "./columns";

/** Which columns the list has; stored in this browser. */
export function ColumnsMenu({ hidden, onChange }: { hidden: string[]; onChange: (hidden: string[]) => void }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="blank">{texts.jobs.columnsMenu}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="end" sideOffset={4}>
          {COLUMNS.filter((column) => column.words !== "").map((column) => (
            <DropdownMenu.CheckboxItem
              key={column.id}
              checked={!hidden.includes(column.id)}
              onSelect={(event) => event.preventDefault()}
              onCheckedChange={(shown) =>
                onChange(shown ? hidden.filter((id) => id !== column.id) : [...hidden, column.id])
              }
            >
              {column.words}
              <DropdownMenu.ItemIndicator>✓</DropdownMenu.ItemIndicator>
            </DropdownMenu.CheckboxItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
