import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Notice } from '../../ui/Notice.tsx';
import { type People as Listed, ROLES, type Role } from '../../contract/wire.ts';
import { call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { type Me, ROLE_SAYS } from './roles.ts';

interface Props extends Listed {
  readonly me: Me;
}
interface Invitation {
  readonly email: string;
  readonly role: Role;
}
const dayOf = (date: string) => new Date(date).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });

/** Who works in the studio, who is invited, and as what. */
export function People({ me, ...first }: Props) {
  const [listed, setListed] = useState<Listed>(first);
  const [studio, setStudio] = useState(me.studio);
  const { register, handleSubmit, resetField, watch } = useForm<Invitation>({
    defaultValues: { email: '', role: 'editor' },
  });
  const role = watch('role');
  const [link, setLink] = useState<{ email: string; url: string } | null>(null);
  const { trouble, attempt } = useAttempt();
  const change = (work: () => Promise<Listed>) => void attempt(async () => setListed(await work()));
  const invite = handleSubmit((body) =>
    attempt(async () => {
      const { path, ...now } = await call('invite', {}, { body });
      setListed(now);
      setLink({ email: body.email, url: new URL(path, window.location.href).href });
      resetField('email');
    }),
  );
  return (
    <main className="mx-auto max-w-3xl px-5 py-8 sm:px-8">
      <header className="border-b-2 border-ink pb-4">
        <a href="/" className="flex items-center gap-2 font-display text-[15px] font-bold">
          <img src="/mark.svg" alt="" className="h-4 w-4" />
          Euphon · Workouts
        </a>
        <h1 className="mt-1 text-4xl">People</h1>
      </header>
      {trouble !== null && <Notice alarm>{trouble}</Notice>}
      <label className="mt-4 grid max-w-md gap-1">
        Name of the studio
        <input
          className="field field-box"
          required
          maxLength={200}
          value={studio}
          onChange={(e) => setStudio(e.target.value)}
          onBlur={() => {
            if (studio.trim() !== '' && studio !== me.studio)
              void attempt(() => call('nameStudio', {}, { body: { studio } }));
          }}
        />
      </label>
      <ul className="mt-4">
        {listed.members.map((m) => (
          <li key={m.personId} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-3">
            <span className="min-w-0 flex-1 basis-56">
              <span className="block font-bold">
                {m.name}
                {m.personId === me.id && <span className="font-normal text-soft"> (you)</span>}
              </span>
              <span className="block text-soft">{m.email}</span>
            </span>
            <select
              className="field field-box w-auto"
              aria-label={`Role of ${m.name}`}
              value={m.role}
              onChange={(e) =>
                change(() => call('changeRole', { id: m.personId }, { body: { role: e.target.value as Role } }))
              }
            >
              {ROLES.map((r) => (
                <option key={r}>{r}</option>
              ))}
            </select>
            <button
              className="btn"
              aria-label={`Let ${m.name} go`}
              onClick={() => change(() => call('letGo', { id: m.personId }))}
            >
              Let go
            </button>
          </li>
        ))}
        {listed.invitations.map((i) => (
          <li key={i.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-3">
            <span className="min-w-0 flex-1 basis-56">
              <span className="block">{i.email}</span>
              <span className="block text-soft">
                invited as {i.role}, until {dayOf(i.expiresAt)}
              </span>
            </span>
            <button
              className="btn"
              aria-label={`Take back the invitation of ${i.email}`}
              onClick={() => change(() => call('takeBackInvitation', { id: i.id }))}
            >
              Take back
            </button>
          </li>
        ))}
      </ul>
      <form className="mt-8 flex flex-wrap items-end gap-3" onSubmit={(e) => void invite(e)}>
        <label className="grid flex-1 basis-56 gap-1">
          Invite by e-mail address
          <input className="field field-box" type="email" required {...register('email')} />
        </label>
        <label className="grid gap-1">
          as
          <select className="field field-box" aria-label="Role of whom you invite" {...register('role')}>
            {ROLES.map((r) => (
              <option key={r}>{r}</option>
            ))}
          </select>
        </label>
        <button className="btn btn-main">Make the link</button>
      </form>
      <p className="mt-2 text-soft">
        As {role}: {ROLE_SAYS[role]}
      </p>
      {link !== null && (
        <div className="mt-4">
          <Notice>
            Give this link to {link.email}. It works once, for two weeks; nothing is sent from here.
            <span className="mt-2 flex gap-2">
              <input
                className="field field-box min-w-0 flex-1"
                readOnly
                aria-label="Link of the invitation"
                value={link.url}
                onFocus={(e) => e.target.select()}
              />
              <button className="btn" onClick={() => void navigator.clipboard?.writeText(link.url)}>
                Copy
              </button>
            </span>
          </Notice>
        </div>
      )}
    </main>
  );
}
