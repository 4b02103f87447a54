CREATE TABLE `coach_notes` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`player_id` text NOT NULL,
	`coach_id` text NOT NULL,
	`text` text NOT NULL,
	`at` integer NOT NULL,
	`dropped_at` integer,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`coach_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `notes_of_player` ON `coach_notes` (`squad_id`,`player_id`,`at`);--> statement-breakpoint
CREATE TABLE `given_weeks` (
	`revision_id` text NOT NULL,
	`player_id` text NOT NULL,
	`given` text NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`revision_id`, `player_id`),
	FOREIGN KEY (`revision_id`) REFERENCES `week_revisions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `letters` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`kind` text NOT NULL,
	`user_id` text NOT NULL,
	`player_id` text,
	`week_of` text NOT NULL,
	`subject` text NOT NULL,
	`plain` text NOT NULL,
	`html` text NOT NULL,
	`made_at` integer NOT NULL,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `letter_once` ON `letters` (`squad_id`,`kind`,`user_id`,`player_id`,`week_of`);--> statement-breakpoint
CREATE INDEX `letters_of_user` ON `letters` (`user_id`,`made_at`);--> statement-breakpoint
CREATE TABLE `own_steps` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`player_id` text NOT NULL,
	`week` integer NOT NULL,
	`drill_id` text NOT NULL,
	`kind` text NOT NULL,
	`to_drill_id` text,
	`by` text NOT NULL,
	`at` integer NOT NULL,
	`dropped_at` integer,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `own_steps_of_player` ON `own_steps` (`squad_id`,`player_id`,`week`);--> statement-breakpoint
CREATE TABLE `own_targets` (
	`id` text PRIMARY KEY NOT NULL,
	`week_id` text NOT NULL,
	`item_id` text NOT NULL,
	`player_id` text NOT NULL,
	`foot` text NOT NULL,
	`kind` text NOT NULL,
	`number` real,
	`by` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`week_id`) REFERENCES `weeks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `own_targets_of_week` ON `own_targets` (`week_id`,`player_id`);--> statement-breakpoint
CREATE TABLE `paper_lists` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`name` text NOT NULL,
	`by` text NOT NULL,
	`at` integer NOT NULL,
	`undone_at` integer,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `paper_lists_of_squad` ON `paper_lists` (`squad_id`,`at`);--> statement-breakpoint
CREATE TABLE `paper_results` (
	`id` text PRIMARY KEY NOT NULL,
	`list_id` text NOT NULL,
	`player_id` text NOT NULL,
	`drill_id` text NOT NULL,
	`record_key` text NOT NULL,
	`dose` text NOT NULL,
	`foot` text NOT NULL,
	`value` real NOT NULL,
	`faults` integer NOT NULL,
	`done_at` integer NOT NULL,
	`day` text NOT NULL,
	FOREIGN KEY (`list_id`) REFERENCES `paper_lists`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `paper_results_of_list` ON `paper_results` (`list_id`);--> statement-breakpoint
CREATE INDEX `paper_results_of_player` ON `paper_results` (`player_id`);--> statement-breakpoint
CREATE TABLE `score_figures` (
	`score_id` text PRIMARY KEY NOT NULL,
	`player_id` text NOT NULL,
	`squad_id` text NOT NULL,
	`week_id` text,
	`session_id` text,
	`item_id` text,
	`drill_id` text NOT NULL,
	`record_key` text NOT NULL,
	`measure` text NOT NULL,
	`foot` text NOT NULL,
	`done_at` integer NOT NULL,
	`day` text,
	`clocked` integer NOT NULL,
	`by_clip` integer NOT NULL,
	`standing` text NOT NULL,
	`decided` integer NOT NULL,
	`decided_at` integer,
	`has_words` integer NOT NULL,
	`doubt` text NOT NULL,
	`counts` real,
	`result` real,
	`seconds` real NOT NULL,
	`faults` integer NOT NULL,
	`best_before` real,
	`stretch` real,
	`stretch_given` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `figures_of_key` ON `score_figures` (`player_id`,`record_key`,`done_at`);--> statement-breakpoint
CREATE INDEX `figures_of_week` ON `score_figures` (`week_id`,`player_id`);--> statement-breakpoint
CREATE INDEX `figures_waiting` ON `score_figures` (`squad_id`,`player_id`) WHERE decided = 0;--> statement-breakpoint
CREATE INDEX `figures_with_words` ON `score_figures` (`player_id`,`decided_at`) WHERE has_words = 1;--> statement-breakpoint
CREATE INDEX `figures_stretch` ON `score_figures` (`squad_id`,`done_at`,`player_id`,`measure`,`stretch_given`,`stretch`,`result`) WHERE stretch is not null;--> statement-breakpoint
CREATE TABLE `streak_states` (
	`squad_id` text NOT NULL,
	`player_id` text NOT NULL,
	`as_of` text NOT NULL,
	`last_day` text,
	`streak` text NOT NULL,
	`strip` text NOT NULL,
	PRIMARY KEY(`squad_id`, `player_id`)
);
--> statement-breakpoint
CREATE TABLE `training_days` (
	`squad_id` text NOT NULL,
	`player_id` text NOT NULL,
	`day` text NOT NULL,
	`sessions` integer NOT NULL,
	PRIMARY KEY(`squad_id`, `player_id`, `day`)
);
--> statement-breakpoint
CREATE TABLE `week_outlines` (
	`revision_id` text PRIMARY KEY NOT NULL,
	`week_id` text NOT NULL,
	`outline` text NOT NULL,
	FOREIGN KEY (`revision_id`) REFERENCES `week_revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `squads` ADD `table_school` text DEFAULT 'off' NOT NULL;--> statement-breakpoint
CREATE INDEX `decisions_looked_at` ON `decisions` (`coach_id`,`at`) WHERE took_seconds is not null;