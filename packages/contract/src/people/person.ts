import { IsVersion } from '../looked-at.js';
import { type DeliveryState, MEMBER_ROLE_KEYS, type MemberRole } from '@just-ledger/core';
import { IsEmail, IsIn, IsOptional, IsString, MaxLength, MinLength } from 'class-validator';

/** What a person may do from now on. */
export class ChangePersonRequest {
  @IsVersion() version!: number;
  @IsIn(MEMBER_ROLE_KEYS) role!: MemberRole;
}

/** Somebody to invite. */
export class InvitationRequest {
  @IsEmail({}, { message: 'Enter an e-mail address.' }) @MaxLength(254) email!: string;
  @IsIn(MEMBER_ROLE_KEYS) role!: MemberRole;
}

/** Taking an invitation: with a name and a new password, or with the password one has. */
export class TakeInvitationRequest {
  /** Another address than the one invited, where that one belongs to somebody else's sign-in. */
  @IsOptional() @IsEmail({}, { message: 'Enter an e-mail address.' }) @MaxLength(254) email?: string;
  @IsOptional() @IsString() @MaxLength(120) name?: string;
  @IsOptional() @IsString() @MaxLength(200) password?: string;
  /** Of the device, or one on paper, where the person has a device. */
  @IsOptional() @IsString() @MaxLength(40) code?: string;
}

/** Asking for a way to a new password. */
export class PasswordResetRequest {
  @IsString() @MaxLength(254) email!: string;
}

/** A new password, by a way that was asked for. */
export class NewPasswordRequest {
  @IsString() @MinLength(10, { message: 'A password has at least 10 characters.' }) @MaxLength(200) password!: string;
}

/** A person with a place in an organisation. */
export interface PersonResponse {
  id: number;
  name: string;
  email: string;
  role: MemberRole;
  /** UTC moment; null for those who were there before it was kept. */
  since: string | null;
  /** Whether this is who asks. */
  you: boolean;
  version: number;
}

/** An invitation that has not been taken yet. */
export interface InvitationResponse {
  id: number;
  email: string;
  role: MemberRole;
  invitedBy: string;
  createdAt: string;
  expiresAt: string;
  /** Whether its time is over. */
  expired: boolean;
}

/** What an invitation offers to whoever has its link. */
export interface InvitationOffer {
  organisation: string;
  email: string;
  role: MemberRole;
  invitedBy: string;
  expiresAt: string;
  /** Whether the address already has a sign-in, and whether it is signed in here. */
  known: boolean;
  signedIn: boolean;
}

/** A link that an owner can have made, to hand it on. */
export interface OfferedLinkResponse {
  leadsTo: 'invitation' | 'new-password';
  /** Until when a link of it holds. */
  expiresAt: string;
  /** When one was made last; the next one ends it. */
  madeAt: string | null;
  version: number;
}

/** A link that was made. It is told this once; only the hash of its token is kept. Without an address where the server has been told none. */
export interface MadeLinkResponse {
  link: string;
  expiresAt: string;
}

/** A message that stands where mail would be sent. */
export interface OutboxMessageResponse {
  /** The link that can be made for whoever it is to, while it holds. */
  link: OfferedLinkResponse | null;
  state: DeliveryState;
  /** How often it was tried, why it did not go out yet or will not, and when it is tried next. */
  tries: number;
  reason: string | null;
  nextTryAt: string | null;
  id: number;
  writtenAt: string;
  to: string;
  subject: string;
  body: string;
}
