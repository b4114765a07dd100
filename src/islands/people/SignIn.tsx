import { useForm } from 'react-hook-form';
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
  const { register, handleSubmit } = useForm({ defaultValues: { email: '', password: '' } });
  const { trouble, attempt } = useAttempt();
  const enter = handleSubmit(({ email, password }) =>
    attempt(async () => {
      await signIn(email, password).catch((error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        throw new ApiError(error.status, SAYS[error.status] ?? error.message, null);
      });
      window.location.assign(onTo);
    }),
  );
  return (
    <Entrance title="Sign in">
      <form className="grid gap-4" onSubmit={(e) => void enter(e)}>
        {trouble !== null && <Notice alarm>{trouble}</Notice>}
        <LabelledField label="E-mail address" type="email" autoComplete="username" autoFocus {...register('email')} />
        <LabelledField label="Password" type="password" autoComplete="current-password" {...register('password')} />
        <button className="btn btn-main justify-self-start">Sign in</button>
        <p className="text-soft">
          Accounts are made by invitation: ask an owner of your studio. The first owner is invited on the machine that
          Euphon runs on, with <code>npm run people</code>.
        </p>
      </form>
    </Entrance>
  );
}
