import { ACTS, actOf, mayDo, type MemberRole, problem, withArticle } from '@just-ledger/core';
import {
  type CanActivate,
  createParamDecorator,
  type ExecutionContext,
  Injectable,
  SetMetadata,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Db } from '../database/connection.js';
import { notFound, Refusal } from '../problems/refusal.js';
import { Reader, Writer } from '../threads/threads.module.js';
import type { AdmittedRequest } from './admission.js';
import { noteSessionUsed } from './session-commands.js';
import type { Person } from './session-store.js';

/** An organisation that a request is about, as far as the guard knows it. */
export interface Entered {
  readonly id: number;
}

/** Who is a member where: told by the area that keeps organisations. */
export abstract class Memberships {
  abstract roleOf(db: Db, organisation: number, person: number): MemberRole | undefined;
  abstract organisationOf(db: Db, organisation: number): Entered;
}

/** Whose set-up is changed, and who changes it. */
export interface Actor {
  readonly organisation: number;
  readonly person: number;
}

/** What the guard learns about a request. */
export interface SignedIn {
  readonly person: Person;
  readonly organisation?: Entered;
  readonly role?: MemberRole;
}

type GuardedRequest = AdmittedRequest & { signedIn?: SignedIn; params: { readonly organisation?: string } };

/** Marks a route that an open page asks for by itself: it is no use of a session. */
export const AskedByItself = (): ReturnType<typeof SetMetadata> => SetMetadata('asked-by-itself', true);

/** Marks a route that needs no session. */
export const Open = (): ReturnType<typeof SetMetadata> => SetMetadata('open', true);

/** What the paths of an organisation begin with. */
const ORGANISATION = '/api/organisations/:organisation';

/** Lets signed-in people in; into an organisation only its members, and to changes only those who may make them. */
@Injectable()
export class SessionGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly memberships: Memberships,
  ) {}

  canActivate(context: ExecutionContext): boolean {
    if (this.reflector.getAllAndOverride<boolean>('open', [context.getHandler(), context.getClass()])) return true;
    const request = context.switchToHttp().getRequest<GuardedRequest>();
    const found = request.foundSession;
    if (!found) throw new Refusal(401, [problem('signed-out', '', 'Sign in first.')]);
    const { person } = found;
    if (found.isToBeNoted && !this.reflector.get<boolean>('asked-by-itself', context.getHandler()))
      // where it cannot be noted the next request tries again: nobody's question fails by it
      this.writer.run(noteSessionUsed, { tokenHash: found.tokenHash }).catch(() => undefined);
    const { organisation } = request.params;
    request.signedIn =
      organisation === undefined ? { person } : { person, ...this.enter(request, person, organisation) };
    return true;
  }

  private enter(request: GuardedRequest, person: Person, text: string): { organisation: Entered; role: MemberRole } {
    const id = /^\d{1,9}$/.test(text) ? Number(text) : 0;
    const role = this.memberships.roleOf(this.reader.db, id, person.id);
    if (!role) throw notFound('organisation');
    const { method, url = '' } = request.routeOptions;
    const act = actOf(String(method), url.replace(ORGANISATION, ''));
    if (act === undefined) throw new Error(`no act says what ${String(method)} ${url} takes`);
    if (!mayDo(role, act)) {
      const message =
        role === 'reader' && request.method !== 'GET'
          ? 'Readers can look at everything and change nothing.'
          : `This takes ${withArticle(ACTS[act].least)}; you are ${withArticle(role)} here.`;
      throw new Refusal(403, [problem('role', '', message)]);
    }
    return { organisation: this.memberships.organisationOf(this.reader.db, id), role };
  }
}

/** The signed-in person of a request. */
export const CurrentPerson = createParamDecorator(
  (_: unknown, context: ExecutionContext): Person => signedIn(context).person,
);

/** The organisation of a request's path. */
export const CurrentOrganisation = createParamDecorator((_: unknown, context: ExecutionContext): Entered => {
  const { organisation } = signedIn(context);
  if (!organisation) throw new Error('this route has no organisation in its path');
  return organisation;
});

/** Who changes the set-up of which organisation, as commands want to know it. */
export const Acting = createParamDecorator((_: unknown, context: ExecutionContext): Actor => {
  const { organisation, person } = signedIn(context);
  if (!organisation) throw new Error('this route has no organisation in its path');
  return { organisation: organisation.id, person: person.id };
});

function signedIn(context: ExecutionContext): SignedIn {
  const { signedIn: found } = context.switchToHttp().getRequest<GuardedRequest>();
  if (!found) throw new Error('this route is open');
  return found;
}
