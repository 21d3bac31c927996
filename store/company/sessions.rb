# frozen_string_literal: true

# Sessions of people who are signed in, each with where it is.
Store::Company::Sessions =
  Store::Table.of(:account_active_session_keys) do
    def of(account_id) = where(account_id:)

    # The session of a request, with its age and idle time in seconds and the roles of whose it is; nil for one that is
    # over. ids - what it may be kept by
    def living(account_id, ids)
      row =
        join(:accounts, id: :account_id)
          .where(account_id:, session_id: ids, status_id: 2)
          .select(
            Sequel[:account_active_session_keys][:id],
            :roles,
            Sequel.lit("extract(epoch FROM now() - created_at)::integer AS age"),
            Sequel.lit("extract(epoch FROM now() - last_use)::integer AS idle")
          )
          .first or return
      return row unless Core::Company::Sessions.over?(**row.slice(:age, :idle), roles: row[:roles].to_a)

      at(row[:id]).delete
      nil
    end

    # Has nobody of an account done anything for so many seconds?
    def away?(account_id, seconds) =
      where(account_id:).where(Sequel.lit("last_use > now() - ? * interval '1 second'", seconds)).empty?

    def used(id) = at(id).update(last_use: Sequel::CURRENT_TIMESTAMP)
  end
