CREATE TABLE `identity` (
	`row` integer PRIMARY KEY NOT NULL,
	`folder` text NOT NULL,
	`epoch` text NOT NULL
);
