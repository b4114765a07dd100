import { useState } from 'react';
import { PasswordForm } from './PasswordForm.tsx';
import type { Me } from './roles.ts';
import { signOut } from './sign-in.ts';

/** Who is signed in, and the way out. `ready`: the page's own code is there; a press before would be lost. */
export function MeLine({ me, ready }: { readonly me: Me; readonly ready: boolean }) {
  const [changing, setChanging] = useState(false);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2 text-soft">
      <span>
        {me.name}, {me.role}
      </span>
      {me.role === 'owner' && (
        <a className="underline underline-offset-2" href="/people">
          People
        </a>
      )}
      <button className="btn btn-quiet ml-auto" disabled={!ready} onClick={() => setChanging(true)}>
        Password
      </button>
      {changing && <PasswordForm onClose={() => setChanging(false)} />}
      <button className="btn btn-quiet" disabled={!ready} onClick={() => void signOut()}>
        Sign out
      </button>
    </div>
  );
}
