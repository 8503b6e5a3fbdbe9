import { Module } from '@nestjs/common';
import { ClosingPackController } from './closing-pack.controller.js';

/** A closing as one document. */
@Module({ controllers: [ClosingPackController] })
export class ClosingPackModule {}
