CREATE TABLE `check_asides` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`week_id` text,
	`check_name` text NOT NULL,
	`reason` text NOT NULL,
	`at` integer NOT NULL,
	`by` text NOT NULL,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`week_id`) REFERENCES `weeks`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `asides_of_squad` ON `check_asides` (`squad_id`);