import { type FormEvent, useState } from 'react';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { LabelledField } from './LabelledField.tsx';
import { Entrance } from './Entrance.tsx';
import { signIn } from './sign-in.ts';

/** What the server's short answers mean here. */
const SAYS: Readonly<Record<number, string>> = {
  401: 'Address and password do not belong together.',
  429: 'Too many tries. Wait a minute, then try again.',
};

export function SignIn({ onTo }: { readonly onTo: string }) {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const { trouble, attempt } = useAttempt();
  const enter = (e: FormEvent) => {
    e.preventDefault();
    void attempt(async () => {
      await signIn(email, password).catch((error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        throw new ApiError(error.status, SAYS[error.status] ?? error.message, null);
      });
      window.location.assign(onTo);
    });
  };
  return (
    <Entrance title="Sign in">
      <form className="grid gap-4" onSubmit={enter}>
        {trouble !== null && <Notice alarm>{trouble}</Notice>}
        <LabelledField
          label="E-mail address"
          type="email"
          autoComplete="username"
          autoFocus
          value={email}
          set={setEmail}
        />
        <LabelledField
          label="Password"
          type="password"
          autoComplete="current-password"
          value={password}
          set={setPassword}
        />
        <button className="btn btn-main justify-self-start">Sign in</button>
        <p className="text-soft">
          Accounts are made by invitation: ask an owner of your studio. The first owner is invited on the machine that
          Euphon runs on, with <code>npm run people</code>.
        </p>
      </form>
    </Entrance>
  );
}
