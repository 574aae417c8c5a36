CREATE TABLE `entries` (
	`seq` integer PRIMARY KEY NOT NULL,
	`id` text NOT NULL,
	`v` integer NOT NULL,
	`kind` text NOT NULL,
	`subject` text NOT NULL,
	`also` text,
	`happened_at` text NOT NULL,
	`recorded_at` text NOT NULL,
	`received_at` text NOT NULL,
	`by` text NOT NULL,
	`data` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `entries_id_unique` ON `entries` (`id`);--> statement-breakpoint
CREATE TABLE `entry_subjects` (
	`subject` text NOT NULL,
	`happened_at` text NOT NULL,
	`entry` text NOT NULL,
	PRIMARY KEY(`subject`, `happened_at`, `entry`)
);
--> statement-breakpoint
CREATE TABLE `facts` (
	`subject` text PRIMARY KEY NOT NULL,
	`body` text,
	`last_happened_at` text NOT NULL,
	`last_entry` text NOT NULL
);
