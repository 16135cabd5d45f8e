CREATE TABLE "past" (
	"show" uuid NOT NULL,
	"first" integer NOT NULL,
	"last" integer NOT NULL,
	"keys" "bytea" NOT NULL,
	"edits" "bytea" NOT NULL,
	CONSTRAINT "past_show_last_pk" PRIMARY KEY("show","last")
);
--> statement-breakpoint
ALTER TABLE "shows" ADD COLUMN "packed" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "past" ADD CONSTRAINT "past_show_shows_id_fk" FOREIGN KEY ("show") REFERENCES "public"."shows"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "past" ALTER COLUMN "edits" SET STORAGE EXTERNAL;--> statement-breakpoint
ALTER TABLE "past" ALTER COLUMN "keys" SET STORAGE EXTERNAL;