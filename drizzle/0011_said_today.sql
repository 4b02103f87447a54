CREATE TABLE `said_today` (
	`run_id` text NOT NULL,
	`item_id` text NOT NULL,
	`player_id` text NOT NULL,
	`squad_id` text NOT NULL,
	`drill_id` text NOT NULL,
	`done` text NOT NULL,
	`why` text NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`run_id`, `item_id`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `said_today_of_squad` ON `said_today` (`squad_id`,`at`);