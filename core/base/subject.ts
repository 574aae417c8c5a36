/** Whose life something belongs to: `group`, `plan`, or `<type>:<id>`. */
export type Subject = string;
