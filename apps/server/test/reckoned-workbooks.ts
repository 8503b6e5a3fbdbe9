import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import type { RunningServer } from './running-server.js';
import { fileOf } from './written-files.js';

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** A workbook of the server without what its formulas come to, and how many there were. */
export async function strippedWorkbook(
  server: RunningServer,
  path: string,
  folder: string,
): Promise<{ file: string; formulas: number; workbook: ExcelJS.Workbook }> {
  const workbook = new ExcelJS.Workbook();
  const bytes = await fileOf(server, path, XLSX);
  await workbook.xlsx.load(bytes as never);
  let formulas = 0;
  workbook.eachSheet((sheet) =>
    sheet.eachRow((row) =>
      row.eachCell((cell) => {
        if (cell.type !== ExcelJS.ValueType.Formula) return;
        formulas += 1;
        cell.value = { formula: cell.formula } as ExcelJS.CellFormulaValue;
      }),
    ),
  );
  const file = join(folder, 'stripped.xlsx');
  await workbook.xlsx.writeFile(file);
  return { file, formulas, workbook };
}

/** What a spreadsheet program of another make (gnumeric) reckons from the formulas alone, sheet by sheet. */
export async function reckonedWorkbook(
  server: RunningServer,
  path: string,
  folder: string,
): Promise<{ sheets: string[][][]; formulas: number }> {
  const { file, formulas } = await strippedWorkbook(server, path, folder);
  const out = mkdtempSync(join(folder, 'csv-'));
  const form = ['-O', 'format=raw', '-T', 'Gnumeric_stf:stf_assistant'];
  execFileSync('ssconvert', ['--recalc', '-S', ...form, file, join(out, '%n.csv')], { stdio: 'ignore' });
  const files = readdirSync(out).sort();
  const sheets = files.map((name) => Papa.parse<string[]>(readFileSync(join(out, name), 'utf8').trimEnd()).data);
  return { sheets, formulas };
}
