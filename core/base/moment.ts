/** A calendar day in the group's time zone, `YYYY-MM-DD`. Days compare as strings. */
export type Day = string;

/** A moment, ISO 8601 in UTC with milliseconds; moments compare as strings. */
export type Instant = string;
