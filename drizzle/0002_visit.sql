CREATE TABLE `hurts_seen` (
	`run_id` text PRIMARY KEY NOT NULL,
	`coach_id` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`coach_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `runs` ADD `by_hand` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `runs` ADD `hurt_at` integer;--> statement-breakpoint
CREATE INDEX `runs_of_hurt` ON `runs` (`squad_id`,`hurt_at`);--> statement-breakpoint
ALTER TABLE `squads` ADD `clip_height` integer DEFAULT 360 NOT NULL;--> statement-breakpoint
ALTER TABLE `squads` ADD `clip_sound` integer DEFAULT true NOT NULL;