import { useForm } from 'react-hook-form';
import { Notice } from '../../ui/Notice.tsx';
import { call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { LabelledField, NEW_PASSWORD } from './LabelledField.tsx';
import { Entrance } from './Entrance.tsx';
import type { Role } from '../../contract/wire.ts';
import { ROLE_SAYS } from './roles.ts';
import { signIn } from './sign-in.ts';

interface Props {
  readonly token: string;
  readonly invitation: { readonly studio: string; readonly email: string; readonly role: Role } | null;
}

export function Join({ token, invitation }: Props) {
  const { register, handleSubmit } = useForm({ defaultValues: { name: '', password: '' } });
  const { trouble, attempt } = useAttempt();
  if (invitation === null)
    return (
      <Entrance title="This link does not work">
        <p>It was used already, or it has run out. Ask an owner of the studio for a new one.</p>
        <a className="btn justify-self-start" href="/sign-in">
          Sign in
        </a>
      </Entrance>
    );
  const enter = handleSubmit(({ name, password }) =>
    attempt(async () => {
      await call('join', { token }, { body: { name, password } });
      await signIn(invitation.email, password);
      window.location.assign('/');
    }),
  );
  return (
    <Entrance title={`Join ${invitation.studio}`}>
      <p>
        You are invited as {invitation.email}: {ROLE_SAYS[invitation.role]}
      </p>
      <form className="grid gap-4" onSubmit={(e) => void enter(e)}>
        {trouble !== null && <Notice alarm>{trouble}</Notice>}
        <LabelledField label="Your name" autoComplete="name" autoFocus maxLength={200} {...register('name')} />
        <LabelledField label="A password of at least ten characters" {...NEW_PASSWORD} {...register('password')} />
        <button className="btn btn-main justify-self-start">Join</button>
      </form>
    </Entrance>
  );
}
