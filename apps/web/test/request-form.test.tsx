/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { ContactRequest } from '@just-ledger/contract';
import { render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useState } from 'react';
import { RequestRefused } from '../src/api/request.js';
import { CheckInput, WordsInput } from '../src/ui/check-inputs.js';
import { TextInput } from '../src/ui/form-fields.js';
import { RequestForm } from '../src/ui/request-form.js';
import { useLookedAt } from '../src/ui/use-looked-at.js';

const VALUES = { name: '', number: '', roles: ['customer'], active: true, bank: { iban: '' } };
const refused = (...problems: [path: string, message: string, code?: string][]): RequestRefused =>
  new RequestRefused({
    type: 'about:blank',
    title: 'Refused',
    status: 422,
    problems: problems.map(([path, message, code = 'x']) => ({ code, path, message })),
  });

function show(
  send: (request: ContactRequest) => Promise<unknown>,
  values: object = {},
): ReturnType<typeof userEvent.setup> {
  render(
    <RequestForm
      of={ContactRequest}
      label="A contact"
      values={{ ...VALUES, ...values }}
      toRequest={(typed): ContactRequest => typed}
      send={send}
      foot={({ isPending }) => <button disabled={isPending}>Save</button>}
    >
      <TextInput name="name" label="Name" hint="As on the letterhead" />
      <TextInput name="bank.iban" label="IBAN" />
      <WordsInput name="roles" label="Roles" words={['customer', 'supplier']} />
      <CheckInput name="active" label="in use" />
    </RequestForm>,
  );
  return userEvent.setup();
}
const save = (): HTMLElement => screen.getByRole('button', { name: 'Save' });

describe('a form for a request', () => {
  test('sends what was typed, ticked and left as it was', async () => {
    const send = jest.fn<(request: ContactRequest) => Promise<unknown>>(() => Promise.resolve());
    const user = show(send);
    await user.type(screen.getByLabelText('Name'), 'Low Weir');
    await user.type(screen.getByLabelText('IBAN'), 'GB82');
    await user.click(screen.getByLabelText('supplier'));
    await user.click(screen.getByLabelText('in use'));
    await user.click(save());
    expect(send).toHaveBeenCalledTimes(1);
    expect(send).toHaveBeenCalledWith(
      expect.objectContaining({
        name: 'Low Weir',
        number: '',
        roles: ['customer', 'supplier'],
        active: false,
        bank: expect.objectContaining({ iban: 'GB82' }),
      }),
    );
  });
  test('sends nothing that breaks a rule of the request, and says so at its field', async () => {
    const send = jest.fn<(request: ContactRequest) => Promise<unknown>>(() => Promise.resolve());
    const user = show(send);
    await user.click(screen.getByLabelText('Name'));
    await user.paste('x'.repeat(201));
    await user.click(save());
    expect(send).not.toHaveBeenCalled();
    expect(screen.getByLabelText('Name').getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByText(/200 characters/)).toBeTruthy();
  });
  test('says what breaks a rule where no field is shown', async () => {
    const send = jest.fn<(request: ContactRequest) => Promise<unknown>>(() => Promise.resolve());
    const user = show(send, { number: 'x'.repeat(41), bank: { iban: '', holder: 'x'.repeat(101) } });
    await user.click(save());
    expect(send).not.toHaveBeenCalled();
    const said = (await screen.findByRole('alert')).textContent;
    expect(said).toMatch(/40 characters/);
    expect(said).toMatch(/100 characters/);
  });
  test('puts what the server refuses at its fields, the first of which is looked at', async () => {
    const user = show(() =>
      Promise.reject(refused(['bank.iban', 'This is no IBAN.'], ['roles', 'At least one role.'])),
    );
    expect(screen.getByText('As on the letterhead')).toBeTruthy();
    await user.click(save());
    expect(await screen.findByText('This is no IBAN.')).toBeTruthy();
    expect(screen.getByText('At least one role.')).toBeTruthy();
    expect(document.activeElement).toBe(screen.getByLabelText('IBAN'));
    expect(screen.queryByRole('alert')).toBeNull();
  });
  test.each<[string, Error, RegExp]>([
    ['a problem of a field that is not shown', refused(['terms', 'These are no terms.']), /These are no terms/],
    ['one without a field', refused(['', 'The books are archived.']), /archived/],
    ['a server that is away', new Error('The server cannot be reached.'), /cannot be reached/],
  ])('loses nothing: %s', async (_, error, message) => {
    const user = show(() => Promise.reject(error));
    await user.click(save());
    expect((await screen.findByRole('alert')).textContent).toMatch(message);
  });
  test('cannot be sent twice while it is on its way, and can be again afterwards', async () => {
    let fail = (): void => undefined;
    const user = show(() => new Promise((_, reject) => (fail = () => reject(new Error('away')))));
    await user.click(save());
    expect((save() as HTMLButtonElement).disabled).toBe(true);
    fail();
    await screen.findByRole('alert');
    expect((save() as HTMLButtonElement).disabled).toBe(false);
  });
});

describe('a form for what somebody else changes', () => {
  const OPENED = { ...VALUES, name: 'Inn', version: 1 };
  const sent: unknown[] = [];

  /** A contact's form, with a button by which somebody else changes the contact, and one that is refused as outdated. */
  function Contact({ theirs }: { theirs: object }) {
    const [now, setNow] = useState(OPENED);
    const lookedAt = useLookedAt(now);
    const { version, ...values } = lookedAt.item;
    return (
      <>
        <button onClick={() => setNow({ ...now, ...theirs, version: now.version + 1 })}>They change it</button>
        <RequestForm
          of={ContactRequest}
          label="A contact"
          values={values}
          lookedAt={lookedAt}
          toRequest={(typed): ContactRequest => typed}
          send={(request) => {
            if (version !== now.version)
              return Promise.reject(refused(['version', 'It has been changed.', 'changed-since']));
            sent.push(request);
            const kept = { ...now, ...(request as object), name: request.name.trim(), version: version + 1 };
            setNow(kept);
            lookedAt.keep(kept);
            return Promise.resolve();
          }}
          foot={({ isDirty }) => <button>{isDirty ? 'Save what was typed' : 'Save'}</button>}
        >
          <TextInput name="name" label="Name" />
          <TextInput name="number" label="Number" />
          <TextInput name="bank.iban" label="IBAN" />
          <WordsInput name="roles" label="Roles" words={['customer', 'supplier']} />
        </RequestForm>
      </>
    );
  }
  const valueOf = (label: string): string => (screen.getByLabelText(label) as HTMLInputElement).value;
  const press = (name: string | RegExp): HTMLElement => screen.getByRole('button', { name });
  beforeEach(() => void sent.splice(0));

  test('takes it over field by field, says so, and saves what was typed with it', async () => {
    const user = userEvent.setup();
    render(<Contact theirs={{ name: 'Weir', number: '7', roles: ['supplier'], bank: { iban: 'GB82' } }} />);
    await user.type(screen.getByLabelText('Name'), ' & Mill');
    expect(screen.queryByRole('status')).toBeNull();
    await user.click(press('They change it'));
    expect(screen.getByRole('status').textContent).toContain('Somebody has changed this since you opened it.');
    expect([valueOf('Name'), valueOf('Number')]).toEqual(['Inn & Mill', '']);
    await user.click(press('Save what was typed'));
    expect((await screen.findByRole('alert')).textContent).toBe('Refused Take over what was changed');
    expect(sent).toEqual([]);

    await user.click(press('Take over what was changed'));
    expect([valueOf('Name'), valueOf('Number'), valueOf('IBAN')]).toEqual(['Inn & Mill', '7', 'GB82']);
    expect(document.activeElement).toBe(screen.getByRole('status'));
    expect(screen.queryByRole('alert')).toBeNull();
    expect(screen.getByRole('status').textContent).toBe(
      'Taken over: Number, Roles, IBAN. Changed by somebody else too, and left as you typed it: Name (theirs: Weir). What you typed is not saved yet.',
    );
    await user.click(press('Save what was typed'));
    expect(sent).toEqual([
      expect.objectContaining({ name: 'Inn & Mill', number: '7', roles: ['supplier'], bank: { iban: 'GB82' } }),
    ]);
    expect(await screen.findByRole('button', { name: 'Save' })).toBeTruthy();
    expect(screen.queryByRole('status')).toBeNull();
  });

  test('shows what was kept after its own saving, also where the server wrote it otherwise', async () => {
    const user = userEvent.setup();
    render(<Contact theirs={{}} />);
    await user.type(screen.getByLabelText('Name'), ' & Mill  ');
    await user.click(press('Save what was typed'));
    expect(await screen.findByRole('button', { name: 'Save' })).toBeTruthy();
    expect(valueOf('Name')).toBe('Inn & Mill');
    await user.type(screen.getByLabelText('Number'), '8');
    await user.click(press('Save what was typed'));
    expect(sent).toHaveLength(2);
  });

  test('says where nothing of it is in the form', async () => {
    const user = userEvent.setup();
    render(<Contact theirs={{ active: false }} />);
    await user.click(press('They change it'));
    await user.click(press('Take over what was changed'));
    expect(screen.getByRole('status').textContent).toContain('What was changed is not in this form.');
    await user.click(press('Save'));
    expect(sent).toEqual([expect.objectContaining({ active: false })]);
  });
});
