import type { Knex } from 'knex';

/**
 * Events are never changed, and go only with a whole job that has left its tombstone. Triggers, so that no program that reaches the
 * database can do otherwise by mistake.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    "CREATE OR REPLACE TRIGGER job_event_is_never_changed BEFORE UPDATE ON job_event FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Events of a job are never changed'",
  );
  await knex.raw(
    "CREATE OR REPLACE TRIGGER job_event_goes_with_its_job BEFORE DELETE ON job_event FOR EACH ROW BEGIN IF NOT EXISTS (SELECT 1 FROM tombstone WHERE job_id = OLD.job_id) THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Events go only with a purged job'; END IF; END",
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP TRIGGER IF EXISTS job_event_goes_with_its_job');
  await knex.raw('DROP TRIGGER IF EXISTS job_event_is_never_changed');
}
