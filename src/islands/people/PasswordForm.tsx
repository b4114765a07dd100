import { type FormEvent, useState } from 'react';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { changePassword } from './sign-in.ts';

/** Another password; everybody else who is signed in with the old one is out. */
export function PasswordForm({ onClose }: { readonly onClose: () => void }) {
  const [now, setNow] = useState('');
  const [next, setNext] = useState('');
  const [done, setDone] = useState(false);
  const { trouble, attempt } = useAttempt();
  const change = (e: FormEvent) => {
    e.preventDefault();
    void attempt(async () => {
      await changePassword(now, next).catch((error: unknown) => {
        if (!(error instanceof ApiError) || error.status !== 400) throw error;
        throw new ApiError(400, 'The password of now is another one.', null);
      });
      setDone(true);
    });
  };
  return (
    <Dialog title="Change your password" onClose={onClose}>
      {done ? (
        <div className="grid gap-3">
          <p>It is changed. Other browsers that were signed in are out.</p>
          <button className="btn justify-self-start" onClick={onClose}>
            Good
          </button>
        </div>
      ) : (
        <form className="grid gap-3" onSubmit={change}>
          {trouble !== null && <Notice alarm>{trouble}</Notice>}
          <label className="grid gap-1">
            Password of now
            <input
              className="field field-box"
              type="password"
              autoComplete="current-password"
              required
              value={now}
              onChange={(e) => setNow(e.target.value)}
            />
          </label>
          <label className="grid gap-1">
            New one, of at least ten characters
            <input
              className="field field-box"
              type="password"
              autoComplete="new-password"
              required
              minLength={10}
              maxLength={128}
              value={next}
              onChange={(e) => setNext(e.target.value)}
            />
          </label>
          <button className="btn btn-main justify-self-start">Change it</button>
        </form>
      )}
    </Dialog>
  );
}
