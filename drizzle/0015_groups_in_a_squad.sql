CREATE TABLE `group_stays` (
	`squad_id` text NOT NULL,
	`player_id` text NOT NULL,
	`from_day` text NOT NULL,
	`group_id` text,
	PRIMARY KEY(`squad_id`, `player_id`, `from_day`),
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`group_id`) REFERENCES `squad_groups`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `squad_groups` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`name` text NOT NULL,
	`created_at` integer NOT NULL,
	`gone_at` integer,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `groups_of_squad` ON `squad_groups` (`squad_id`);