import { DropdownMenu } from "radix-ui";

interface ChoiceProps<T extends string> {
  /** What is chosen, for screen readers: "State". */
  label: string;
  value: T;
  options: { value: T; words: string }[];
  onChoose: (value: T) => void;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
}

/** A blank in a sentence: opens its options, the present one marked. Typing goes to the option that begins with the text. */
export function Choice<T extends string>({ label, value, options, onChoose, open, onOpenChange }: ChoiceProps<T>) {
  const words = options.find((option) => option.value === value)?.words ?? value;
  return (
    <DropdownMenu.Root
      modal={false}
      {...(open === undefined ? {} : { open })}
      {...(onOpenChange === undefined ? {} : { onOpenChange })}
    >
      <DropdownMenu.Trigger className="blank" aria-label={`${label}: ${words}`}>
        {words}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="start" sideOffset={4}>
          <DropdownMenu.RadioGroup value={value} onValueChange={(chosen) => onChoose(chosen as T)}>
            {options.map((option) => (
              <DropdownMenu.RadioItem key={option.value} value={option.value}>
                {option.words}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
