CREATE TABLE "changes" (
	"show" uuid NOT NULL,
	"revision" integer NOT NULL,
	"key" uuid NOT NULL,
	"author" text NOT NULL,
	"label" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"change" jsonb NOT NULL,
	CONSTRAINT "changes_show_revision_pk" PRIMARY KEY("show","revision")
);
--> statement-breakpoint
CREATE TABLE "records" (
	"show" uuid NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"data" jsonb NOT NULL,
	"revision" integer NOT NULL,
	"entered" bigint GENERATED ALWAYS AS IDENTITY (sequence name "records_entered_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	CONSTRAINT "records_show_id_pk" PRIMARY KEY("show","id")
);
--> statement-breakpoint
CREATE TABLE "shows" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"created" timestamp with time zone DEFAULT now() NOT NULL,
	"edited" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_show_shows_id_fk" FOREIGN KEY ("show") REFERENCES "public"."shows"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "records" ADD CONSTRAINT "records_show_shows_id_fk" FOREIGN KEY ("show") REFERENCES "public"."shows"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "changes_key" ON "changes" USING btree ("show","key");