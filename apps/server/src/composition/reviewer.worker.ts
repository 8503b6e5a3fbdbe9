import { keepReviewsBeside } from '../areas/findings/kept-reviews.js';
import { openForReading } from '../platform/database/connection.js';
import { attachDerived, openDerived } from '../platform/derived/derived-file.js';
import { begunWith } from '../platform/threads/thread-data.js';
import { serveReadings } from './serve-readings.js';

const { folder } = begunWith();
const db = attachDerived(openForReading(folder), folder);
keepReviewsBeside(db, openDerived(folder));
serveReadings(db);
