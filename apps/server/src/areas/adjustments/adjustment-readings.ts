export { adjustmentsReport } from './adjustments-report.js';
export { lackingAdjustmentsReport } from './lacking-report.js';
