import { Controller, Get } from '@nestjs/common';
import { Open } from './sessions/session-guard.js';

/** Whether the server takes requests. */
@Open()
@Controller('api/health')
export class HealthController {
  @Get()
  health(): { ready: true } {
    return { ready: true };
  }
}
