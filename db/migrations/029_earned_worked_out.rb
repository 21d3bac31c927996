# frozen_string_literal: true

# What was earned before its figures were kept beside it is worked out once, by the worker.
Sequel.migration do
  up { run <<~SQL }
      INSERT INTO que_jobs (job_class, args, kwargs, data, job_schema_version)
        SELECT DISTINCT 'Jobs::FollowTrip', '[]'::jsonb, jsonb_build_object('trip_id', trip_id), '{}'::jsonb, 2
        FROM trip_earnings WHERE statement_id IS NULL AND pay IS NULL
    SQL

  down { raise Sequel::Error, "Migrations only go forward." }
end
