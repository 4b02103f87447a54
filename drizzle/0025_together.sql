CREATE TABLE `evening_commands` (
	`id` text PRIMARY KEY NOT NULL,
	`evening_id` text NOT NULL,
	`seq` integer NOT NULL,
	`at` integer NOT NULL,
	`type` text NOT NULL,
	`go` integer,
	`said_by` text NOT NULL,
	FOREIGN KEY (`evening_id`) REFERENCES `evenings`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`said_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `evening_commands_in_order` ON `evening_commands` (`evening_id`,`seq`);--> statement-breakpoint
CREATE TABLE `evenings` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`revision_id` text NOT NULL,
	`session_id` text NOT NULL,
	`item_ids` text NOT NULL,
	`starts_at` integer NOT NULL,
	`seconds` integer NOT NULL,
	`covers` real NOT NULL,
	`code` text NOT NULL,
	`made_by` text NOT NULL,
	`made_at` integer NOT NULL,
	`called_off_at` integer,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`revision_id`) REFERENCES `week_revisions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `evenings_of_squad` ON `evenings` (`squad_id`,`starts_at`);--> statement-breakpoint
ALTER TABLE `runs` ADD `evening_id` text REFERENCES evenings(id);--> statement-breakpoint
CREATE INDEX `runs_of_evening` ON `runs` (`evening_id`);