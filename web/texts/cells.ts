import Papa from 'papaparse';

/** Lines that are looked at for the mark which parts their cells. */
const LOOKED_AT = 200;
/** A mark parts the cells where it stands in so many of the lines, titles and empty lines among them. */
const SHARE = 0.6;
/** A comma between two figures is a decimal one where another mark parts the cells. */
const OTHER_COMMA = /(?<!\d),|,(?!\d)/;

function markOf(text: string): string {
  const lines = text.split(/\r?\n/, LOOKED_AT).filter(line => line.trim() !== '');
  const share = (is: (line: string) => boolean) => lines.filter(is).length / lines.length;
  if (share(line => line.includes('\t')) >= SHARE) return '\t';
  const isBySemicolon =
    share(line => line.includes(';')) >= SHARE && share(line => OTHER_COMMA.test(line)) < 1 - SHARE;
  // anything else is told by what parts the lines into the same number of cells
  return isBySemicolon ? ';' : '';
}

/** The cells of a table that somebody pasted or saved, line by line: parted by tabs, semicolons (commas are decimal then) or commas. */
export const cellsOf = (text: string): string[][] =>
  Papa.parse<string[]>(text, { delimiter: markOf(text) }).data;
