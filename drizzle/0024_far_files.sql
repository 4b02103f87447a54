CREATE TABLE `far_files` (
	`name` text PRIMARY KEY NOT NULL,
	`bytes` integer NOT NULL,
	`sha256` text NOT NULL,
	`stored_at` integer
);
