/** What stands between the cells of a row: a semicolon where the comma is the decimal sign, a tab from a spreadsheet. */
export type Separator = ',' | ';' | '\t';

/** The separator of a trace, told from its header: column names hold none of the three. */
export function separatorOf(header: string): Separator {
  if (header.includes(';')) return ';';
  // A comma beside tabs is a decimal sign.
  return header.includes('\t') ? '\t' : ',';
}

/**
 * Splits one line into cells by RFC 4180, without its line end. Traces hold numbers and names, so a quoted cell never spans
 * lines here; that lets a stream be cut anywhere and read line by line (see docs/decisions/0002-own-trace-lines.md).
 */
export function splitCells(line: string, separator: Separator = ','): string[] {
  if (!line.includes('"')) return line.split(separator);
  const cells: string[] = [];
  let cell = '';
  let quoted = false;
  for (let i = 0; i < line.length; i += 1) {
    const c = line[i];
    if (c === '"' && quoted && line[i + 1] === '"') {
      cell += '"';
      i += 1;
    } else if (c === '"') quoted = !quoted;
    else if (c === separator && !quoted) {
      cells.push(cell);
      cell = '';
    } else cell += c;
  }
  return [...cells, cell];
}
