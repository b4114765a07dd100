import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { LabelledField, NEW_PASSWORD } from './LabelledField.tsx';
import { changePassword } from './sign-in.ts';

/** Another password; everybody else who is signed in with the old one is out. */
export function PasswordForm({ onClose }: { readonly onClose: () => void }) {
  const { register, handleSubmit } = useForm({ defaultValues: { now: '', next: '' } });
  const [done, setDone] = useState(false);
  const { trouble, attempt } = useAttempt();
  const change = handleSubmit(({ now, next }) =>
    attempt(async () => {
      await changePassword(now, next).catch((error: unknown) => {
        if (!(error instanceof ApiError) || error.status !== 400) throw error;
        throw new ApiError(400, 'The password of now is another one.', null);
      });
      setDone(true);
    }),
  );
  return (
    <Dialog title="Change your password" onClose={onClose} form={!done}>
      {done ? (
        <div className="grid gap-3">
          <p>It is changed. Other browsers that were signed in are out.</p>
          <button className="btn justify-self-start" onClick={onClose}>
            Good
          </button>
        </div>
      ) : (
        <form className="grid gap-3" onSubmit={(e) => void change(e)}>
          {trouble !== null && <Notice alarm>{trouble}</Notice>}
          <LabelledField label="Password of now" type="password" autoComplete="current-password" {...register('now')} />
          <LabelledField label="New one, of at least ten characters" {...NEW_PASSWORD} {...register('next')} />
          <button className="btn btn-main justify-self-start">Change it</button>
        </form>
      )}
    </Dialog>
  );
}
