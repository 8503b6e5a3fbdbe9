import { Global, Module } from '@nestjs/common';
import { Attempts } from './attempts.js';
import { OwnSignInController } from './own-sign-in.controller.js';
import { Passkeys } from './passkeys.js';
import { SessionsController } from './sessions.controller.js';
import { SignIn } from './sign-in.js';

/** Signing in and out, for every area that lets people in by a link of its own. */
@Global()
@Module({
  controllers: [SessionsController, OwnSignInController],
  providers: [Attempts, SignIn, Passkeys],
  exports: [Attempts, SignIn],
})
export class SessionsModule {}
