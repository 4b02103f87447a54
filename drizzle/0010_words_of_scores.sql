CREATE TABLE `score_words` (
	`id` text PRIMARY KEY NOT NULL,
	`score_id` text NOT NULL,
	`value` real,
	`faults` integer NOT NULL,
	`parts` text,
	`at` integer NOT NULL,
	`received_at` integer NOT NULL,
	FOREIGN KEY (`score_id`) REFERENCES `scores`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `words_of_score` ON `score_words` (`score_id`,`at`);