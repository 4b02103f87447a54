CREATE TABLE `derived_versions` (
	`name` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`made_at` integer NOT NULL
);
