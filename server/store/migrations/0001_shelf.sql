CREATE TABLE "files" (
	"hash" text PRIMARY KEY NOT NULL,
	"mime" text NOT NULL,
	"bytes" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "folders" (
	"path" text PRIMARY KEY NOT NULL,
	"edited" timestamp (6) with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shelf" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"folder" text DEFAULT '' NOT NULL,
	"favourite" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"summary" jsonb NOT NULL,
	"data" jsonb NOT NULL,
	"edited" timestamp (6) with time zone DEFAULT clock_timestamp() NOT NULL,
	"deleted" timestamp with time zone
);
--> statement-breakpoint
CREATE INDEX "shelf_kind" ON "shelf" USING btree ("kind");