CREATE TABLE "aside" (
	"show" uuid NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"why" text NOT NULL,
	"data" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "aside_show_id_pk" PRIMARY KEY("show","id")
);
--> statement-breakpoint
CREATE TABLE "installation" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "shows" ADD COLUMN "format" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "aside" ADD CONSTRAINT "aside_show_shows_id_fk" FOREIGN KEY ("show") REFERENCES "public"."shows"("id") ON DELETE cascade ON UPDATE no action;