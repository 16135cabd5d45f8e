ALTER TABLE "changes" ALTER COLUMN "change" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "packed" "bytea";--> statement-breakpoint
-- It is compressed already.
ALTER TABLE "changes" ALTER COLUMN "packed" SET STORAGE EXTERNAL;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_kept" CHECK (num_nonnulls("change", "packed") = 1);
