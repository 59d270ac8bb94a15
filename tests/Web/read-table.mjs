// Reads a table by libraries that are not ours and prints its rows as JSON: read-table.mjs FILE CHARSET SEPARATOR, or a workbook's path alone.
import { readFileSync } from 'node:fs';
import { parse } from 'csv-parse/sync';
import iconv from 'iconv-lite';
import readWorkbook from 'read-excel-file/node';

const [file, charset, separator] = process.argv.slice(2);
const rows =
    charset === undefined
        ? (await readWorkbook(file, { trim: false })).map((row) => row.map((cell) => (cell === null ? '' : String(cell))))
        : parse(iconv.decode(readFileSync(file), charset), {
              delimiter: separator,
              relax_column_count: true,
              relax_quotes: true,
              skip_empty_lines: true,
          });
process.stdout.write(JSON.stringify(rows));
