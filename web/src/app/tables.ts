/** What the library hands to whoever gives the rows of a table attributes of their own. */
export type RowContext = { props: { rowData: Record<string, string> } };
