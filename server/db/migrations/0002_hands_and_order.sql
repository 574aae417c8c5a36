ALTER TABLE `entries` ADD `hand` text;--> statement-breakpoint
CREATE INDEX `entries_in_order` ON `entries` (`happened_at`,`id`);