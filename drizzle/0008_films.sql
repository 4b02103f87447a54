CREATE TABLE `films` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`drill_id` text,
	`week_id` text,
	`coach_id` text NOT NULL,
	`state` text NOT NULL,
	`refusal` text,
	`file_name` text,
	`media_type` text,
	`bytes` integer,
	`seconds` real,
	`announced_at` integer NOT NULL,
	`kept_at` integer,
	`removed_at` integer,
	`removed_by` text,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`week_id`) REFERENCES `weeks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`coach_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `films_of_squad` ON `films` (`squad_id`,`state`);--> statement-breakpoint
CREATE INDEX `films_of_week` ON `films` (`week_id`);