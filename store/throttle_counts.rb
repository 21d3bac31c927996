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
      .insert_conflict(target: :key, update: counted_on(amount, expires_at))
      .insert(key:, count: amount, expires_at:)
      .first
      .fetch(:count)
  end

  # One that is over begins anew: a key may be the same for ever.
  def counted_on(amount, expires_at)
    over = Sequel[:throttle_counts][:expires_at] <= Time.now.utc
    {
      count: Sequel.case({ over => amount }, Sequel[:throttle_counts][:count] + amount),
      expires_at: Sequel.case({ over => expires_at }, Sequel[:throttle_counts][:expires_at])
    }
  end
  private :counted_on

  def read(key) = DB[:throttle_counts].where(key:).where { expires_at > Time.now }.get(:count)
  def write(key, count, expires_in:) = increment(key, count, expires_in:)
  def delete(key) = DB[:throttle_counts].where(key:).delete
end
