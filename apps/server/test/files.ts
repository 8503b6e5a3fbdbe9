import ExcelJS from 'exceljs';
import { crc32, deflateRawSync } from 'node:zlib';

/** A workbook of one sheet, or of several, as bytes. */
export async function workbookOf(...sheets: readonly (readonly unknown[])[][]): Promise<Uint8Array> {
  const workbook = new ExcelJS.Workbook();
  sheets.forEach((rows, index) => workbook.addWorksheet(`Sheet ${index + 1}`).addRows(rows.map((row) => [...row])));
  return new Uint8Array(await workbook.xlsx.writeBuffer());
}

/** A ZIP file (PKWARE APPNOTE 6.3, from memory) of parts that may claim other sizes than they have. */
export function zipOf(parts: readonly { name: string; content: Buffer; claims?: number }[]): Buffer {
  const bodies: Buffer[] = [];
  const entries: Buffer[] = [];
  let offset = 0;
  for (const { name, content, claims = content.length } of parts) {
    const packed = deflateRawSync(content);
    const [sum, label] = [crc32(content), Buffer.from(name)];
    const sizes = Buffer.alloc(12);
    sizes.writeUInt32LE(sum, 0);
    sizes.writeUInt32LE(packed.length, 4);
    sizes.writeUInt32LE(claims, 8);
    const head = Buffer.concat([
      Buffer.from([0x50, 0x4b, 3, 4, 20, 0, 0, 0, 8, 0, 0, 0, 0, 0]),
      sizes,
      Buffer.from([label.length, 0, 0, 0]),
      label,
    ]);
    const buffer = Buffer.alloc(4);
    buffer.writeUInt32LE(offset, 0);
    entries.push(
      Buffer.concat([
        Buffer.from([0x50, 0x4b, 1, 2, 20, 0, 20, 0, 0, 0, 8, 0, 0, 0, 0, 0]),
        sizes,
        Buffer.from([label.length, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]),
        buffer,
        label,
      ]),
    );
    bodies.push(head, packed);
    offset += head.length + packed.length;
  }
  const directory = Buffer.concat(entries);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(parts.length, 8);
  end.writeUInt16LE(parts.length, 10);
  end.writeUInt32LE(directory.length, 12);
  end.writeUInt32LE(offset, 16);
  return Buffer.concat([...bodies, directory, end]);
}
