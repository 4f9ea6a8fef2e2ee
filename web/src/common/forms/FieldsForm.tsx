import Box from '@mui/material/Box';
import type { SxProps } from '@mui/material/styles';
import { useRef, type FocusEventHandler, type KeyboardEvent, type ReactNode } from 'react';
import { useShortcuts } from '../shortcuts/shortcuts.ts';
import { goToNextField } from './nextField.ts';

interface FieldsFormProps {
  readonly onSave: () => void;
  /** What Ctrl and Enter do wherever the keyboard is on the page, as the list of keys says it; left out where it works in this form alone. */
  readonly saveKeySays?: string | undefined;
  /** What Ctrl and Enter do instead of saving. */
  readonly onSaveKey?: () => void;
  readonly label?: string;
  readonly sx?: SxProps;
  readonly onFocus?: FocusEventHandler<HTMLElement>;
  readonly children: ReactNode;
}

/** A form of several fields: Enter goes on to the next one, Ctrl and Enter save. */
export function FieldsForm({ onSave, saveKeySays, onSaveKey, label, sx = {}, onFocus, children }: FieldsFormProps) {
  const form = useRef<HTMLFormElement>(null);
  // as its button does: not where that is switched off, or missing because somebody may only read
  const pressSave = (): void => {
    const button = form.current?.querySelector<HTMLButtonElement>('button[type="submit"]');
    if (button && !button.disabled) form.current?.requestSubmit(button);
  };
  const save = onSaveKey ?? pressSave;
  useShortcuts('This page', saveKeySays === undefined ? [] : [{ key: 'Enter', mod: true, says: saveKeySays, run: save }]);
  const onKeyDown = (event: KeyboardEvent<HTMLElement>): void => {
    // a dialog or a list that lies over the page belongs to it in the program, not on the screen
    if (form.current?.contains(event.target as Node) !== true) return;
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && !event.defaultPrevented) {
      event.preventDefault();
      save();
      return;
    }
    goToNextField(event);
  };
  return (
    <Box
      component="form"
      ref={form}
      aria-label={label}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        onSave();
      }}
      onKeyDownCapture={onKeyDown}
      onFocus={onFocus}
      sx={sx}
    >
      {children}
    </Box>
  );
}
