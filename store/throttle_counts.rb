# frozen_string_literal: true

# What Rack::Attack wants of a cache, on a table that all web processes share.
class Store::ThrottleCounts
  # So often the counts that are over are taken away.
  TIDIED = 0.01

  def increment(key, amount, expires_in:)
    DB[:throttle_counts].where { expires_at < Time.now }.delete if rand < TIDIED
    expires_at = Time.now.utc + expires_in
    DB[:throttle_counts]
      .returning(:count)
      .insert_conflict(target: :key, update: { count: Sequel[:throttle_counts][:count] + amount })
      .insert(key:, count: amount, expires_at:)
      .first
      .fetch(:count)
  end

  def read(key) = DB[:throttle_counts].where(key:).where { expires_at > Time.now }.get(:count)
  def write(key, count, expires_in:) = increment(key, count, expires_in:)
  def delete(key) = DB[:throttle_counts].where(key:).delete
end
