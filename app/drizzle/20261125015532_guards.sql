-- What is kept is kept: images and reads cannot be changed or deleted, events can only be added.
create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append only', tg_table_name using errcode = 'restrict_violation';
end $$;
--> statement-breakpoint
create trigger image_kept before update or delete on image for each row execute function refuse_change();
--> statement-breakpoint
create trigger image_chunk_kept before update or delete on image_chunk for each row execute function refuse_change();
--> statement-breakpoint
create trigger kept_read_kept before update or delete on kept_read for each row execute function refuse_change();
--> statement-breakpoint
create trigger job_event_kept before update or delete on job_event for each row execute function refuse_change();
--> statement-breakpoint
create trigger clone_image_kept before update or delete on clone_image for each row execute function refuse_change();
--> statement-breakpoint
create trigger image_whole before truncate on image for each statement execute function refuse_change();
--> statement-breakpoint
create trigger image_chunk_whole before truncate on image_chunk for each statement execute function refuse_change();
--> statement-breakpoint
create trigger clone_image_whole before truncate on clone_image for each statement execute function refuse_change();
--> statement-breakpoint
create trigger kept_read_whole before truncate on kept_read for each statement execute function refuse_change();
--> statement-breakpoint
create trigger job_event_whole before truncate on job_event for each statement execute function refuse_change();
--> statement-breakpoint
-- Bytes of an image do not compress: storing them as they are saves the attempt.
alter table image_chunk alter column bytes set storage external;
--> statement-breakpoint
-- The text of an event that its hash is taken over.
create function job_event_text(e job_event) returns text language sql stable as $$
  select concat_ws('|', e.job_id, e.seq, (extract(epoch from e.at) * 1000000)::bigint,
    coalesce(e.person_id::text, '-'), e.person_name, e.kind, e.data::text, e.prev_hash)
$$;
--> statement-breakpoint
create function job_event_chain() returns trigger language plpgsql as $$
declare last_row job_event;
begin
  -- one writer a job at a time, else two events could follow the same one
  perform 1 from job where id = new.job_id for no key update;
  select * into last_row from job_event where job_id = new.job_id order by seq desc limit 1;
  new.seq := coalesce(last_row.seq, 0) + 1;
  new.prev_hash := coalesce(last_row.hash, repeat('0', 64));
  new.hash := encode(sha256(convert_to(job_event_text(new), 'UTF8')), 'hex');
  return new;
end $$;
--> statement-breakpoint
create trigger job_event_chain before insert on job_event for each row execute function job_event_chain();
--> statement-breakpoint
-- Number of the first event that does not hold, or null when the whole chain does.
create function check_job_events(wanted uuid) returns integer language plpgsql stable as $$
declare e job_event; prev text := repeat('0', 64); n integer := 0;
begin
  for e in select * from job_event where job_id = wanted order by seq loop
    n := n + 1;
    if e.seq <> n or e.prev_hash <> prev
      or e.hash <> encode(sha256(convert_to(job_event_text(e), 'UTF8')), 'hex') then
      return n;
    end if;
    prev := e.hash;
  end loop;
  return null;
end $$;
