CREATE TABLE `photos` (
	`digest` text PRIMARY KEY NOT NULL,
	`type` text NOT NULL,
	`bytes` blob NOT NULL,
	`received_at` text NOT NULL
);
