import { Module } from '@nestjs/common';
import { OwnSignInController } from './own-sign-in.controller.js';
import { SessionsController } from './sessions.controller.js';

/** Signing in and out. */
@Module({ controllers: [SessionsController, OwnSignInController] })
export class SessionsModule {}
