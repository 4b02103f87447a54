CREATE TABLE `practice_goes` (
	`id` text PRIMARY KEY NOT NULL,
	`go_id` text NOT NULL,
	`player_id` text NOT NULL,
	`squad_id` text NOT NULL,
	`drill_id` text NOT NULL,
	`record_key` text NOT NULL,
	`dose` text NOT NULL,
	`foot` text NOT NULL,
	`value` real,
	`faults` integer NOT NULL,
	`seconds` real NOT NULL,
	`parts` text,
	`counts` integer NOT NULL,
	`done_at` integer NOT NULL,
	`received_at` integer NOT NULL,
	`day` text,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `practice_of_player` ON `practice_goes` (`player_id`,`squad_id`,`done_at`);--> statement-breakpoint
ALTER TABLE `squads` ADD `practice_counts` integer DEFAULT false NOT NULL;