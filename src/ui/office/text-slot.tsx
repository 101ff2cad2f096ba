import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type FormEvent, useState } from 'react';
import { PrimaryButton } from '@/ui/common/primary-button';
import { Slot } from '@/ui/set/slot';

interface Props {
  readonly value: string;
  /** What stands there while nothing is said. */
  readonly empty?: string;
  readonly label: string;
  readonly most: number;
  readonly unmet?: boolean;
  readonly type?: 'text' | 'date' | 'password';
  readonly lang?: string;
  /** Takes what was typed. @returns false where it was not taken: it stays open then */
  readonly change: (value: string) => boolean | undefined | Promise<boolean | undefined>;
}

function Field({ value, label, most, type = 'text', lang, change, close }: Props & { readonly close: () => void }) {
  const t = useTranslations('office-refused');
  const [typed, setTyped] = useState(value);
  const take = async (event: FormEvent) => {
    event.preventDefault();
    if ((await change(typed)) !== false) close();
  };
  return (
    <form onSubmit={take}>
      <TextInput
        label={label}
        value={typed}
        type={type}
        maxLength={most}
        dir={type === 'text' ? 'auto' : undefined}
        {...(lang === undefined ? {} : { lang })}
        autoComplete={type === 'password' ? 'new-password' : 'off'}
        data-autofocus
        onChange={({ currentTarget }) => setTyped(currentTarget.value)}
      />
      <PrimaryButton type="submit" mt={8}>
        {t('take')}
      </PrimaryButton>
    </form>
  );
}

/** A place in a sentence at which words are typed. */
export function TextSlot(props: Props) {
  const { value, empty, label, unmet = false, type } = props;
  const words = type === 'password' && value !== '' ? '•'.repeat(Math.min(12, value.length)) : value;
  return (
    <Slot words={words || (empty ?? '…')} label={label} unmet={unmet}>
      {(close) => <Field {...props} close={close} />}
    </Slot>
  );
}
