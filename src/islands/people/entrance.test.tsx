import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Join } from './Join.tsx';
import { PasswordForm } from './PasswordForm.tsx';
import { People } from './People.tsx';
import { SignIn } from './SignIn.tsx';

/** A server that answers one request after another as it is told, and the requests it got. */
function serving(...answers: readonly { readonly status: number; readonly body: object }[]) {
  const sent: unknown[] = [];
  const left = [...answers];
  vi.stubGlobal('fetch', (path: string, { method, body }: RequestInit) => {
    sent.push([method, path, JSON.parse((body as string | undefined) ?? 'null')]);
    const { status, body: answer } = left.shift() ?? { status: 500, body: {} };
    return Promise.resolve(new Response(status === 204 ? null : JSON.stringify(answer), { status }));
  });
  return sent;
}

const went = vi.fn();
beforeEach(() => {
  went.mockReset();
  vi.stubGlobal('location', { assign: went, href: 'http://euphon.test/people' });
});
const fill = (label: string, text: string) => userEvent.type(screen.getByLabelText(label), text);
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

describe('signing in', () => {
  it('sends address and password, and goes on to where one wanted to go', async () => {
    const sent = serving({ status: 200, body: {} });
    render(<SignIn onTo="/w/7/plan" />);
    await fill('E-mail address', 'Ottilie@saltmarsh.example');
    await fill('Password', 'sea lavender 9');
    await press('Sign in');
    expect(sent).toEqual([
      ['POST', '/api/auth/sign-in/email', { email: 'ottilie@saltmarsh.example', password: 'sea lavender 9' }],
    ]);
    expect(went).toHaveBeenCalledWith('/w/7/plan');
  });
  it('says in words of its own what was wrong, and keeps what was typed', async () => {
    serving({ status: 401, body: { message: 'Invalid' } });
    render(<SignIn onTo="/" />);
    await fill('E-mail address', 'o@saltmarsh.example');
    await fill('Password', 'wrong');
    await press('Sign in');
    expect((await screen.findByRole('alert')).textContent).toBe('Address and password do not belong together.');
    expect(screen.getByLabelText<HTMLInputElement>('E-mail address').value).toBe('o@saltmarsh.example');
    expect(went).not.toHaveBeenCalled();
  });
  it('asks for nothing while a field is empty', async () => {
    const sent = serving();
    render(<SignIn onTo="/" />);
    await press('Sign in');
    expect(sent).toEqual([]);
  });
});

describe('joining by a link', () => {
  const invitation = { studio: 'Saltmarsh', email: 'bo@saltmarsh.example', role: 'editor' } as const;
  it('makes the account and signs it in', async () => {
    const sent = serving({ status: 201, body: {} }, { status: 200, body: {} });
    render(<Join token="t1" invitation={invitation} />);
    await fill('Your name', 'Bo Tarn');
    await fill('A password of at least ten characters', 'long enough 1');
    await press('Join');
    await vi.waitFor(() => expect(went).toHaveBeenCalledWith('/'));
    expect(sent.map((s) => (s as unknown[])[2])).toEqual([
      { name: 'Bo Tarn', password: 'long enough 1' },
      { email: 'bo@saltmarsh.example', password: 'long enough 1' },
    ]);
  });
  it('says so where the link does not work any more', () => {
    render(<Join token="t1" invitation={null} />);
    expect(screen.getByText(/used already, or it has run out/)).toBeTruthy();
  });
});

describe('another password', () => {
  it('is told from a wrong one of now, and says when it is changed', async () => {
    serving({ status: 400, body: {} }, { status: 200, body: {} });
    render(<PasswordForm onClose={() => undefined} />);
    await fill('Password of now', 'old one old one');
    await fill('New one, of at least ten characters', 'new one new one');
    await press('Change it');
    expect((await screen.findByRole('alert')).textContent).toBe('The password of now is another one.');
    await press('Change it');
    expect(await screen.findByText(/It is changed/)).toBeTruthy();
  });
});

describe('the people of a studio', () => {
  const me = { id: 'p1', name: 'Ottilie Brandvold', studio: 'Saltmarsh', role: 'owner' } as const;
  it('are invited as what was chosen; the link stands there, and the field is empty again', async () => {
    const sent = serving({ status: 201, body: { path: '/join/t9', members: [], invitations: [] } });
    render(<People me={me as never} members={[]} invitations={[]} />);
    await userEvent.selectOptions(screen.getByLabelText('Role of whom you invite'), 'viewer');
    await fill('Invite by e-mail address', 'bo@saltmarsh.example');
    await press('Make the link');
    expect(await screen.findByLabelText<HTMLInputElement>('Link of the invitation')).toHaveProperty(
      'value',
      'http://euphon.test/join/t9',
    );
    expect(sent).toEqual([['POST', '/api/people', { email: 'bo@saltmarsh.example', role: 'viewer' }]]);
    expect(screen.getByLabelText<HTMLInputElement>('Invite by e-mail address').value).toBe('');
    expect(screen.getByLabelText<HTMLSelectElement>('Role of whom you invite').value).toBe('viewer');
  });
});
