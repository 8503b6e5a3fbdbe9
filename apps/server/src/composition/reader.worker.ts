import { openForReading } from '../platform/database/connection.js';
import { attachDerived } from '../platform/derived/derived-file.js';
import { begunWith } from '../platform/threads/thread-data.js';
import { serveReadings } from './serve-readings.js';

const { folder } = begunWith();
serveReadings(attachDerived(openForReading(folder), folder));
