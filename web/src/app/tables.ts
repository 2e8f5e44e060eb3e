/** What the library hands to whoever gives the rows of a table attributes of their own. */
export type RowContext = { props: { rowData: Record<string, string> } };

/** The cell that names its row, for who hears the table. */
export const namesRow = { bodyCell: { role: 'rowheader' } };
