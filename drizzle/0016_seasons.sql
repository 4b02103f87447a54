CREATE TABLE `seasons` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`plan` text NOT NULL,
	`draft` integer DEFAULT 1 NOT NULL,
	`made_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `seasons_of_squad` ON `seasons` (`squad_id`,`made_at`);