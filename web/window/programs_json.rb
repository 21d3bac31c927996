# frozen_string_literal: true

# The JSON of a customer's programs.
module Web::Window::ProgramsJson
  class << self
    # secrets - is it for the customer, who needs them? made - id of the token that is shown this once
    def of(customer_id, secrets: false, made: nil)
      found = Reads::Window::Programs.of(customer_id, made:)
      {
        token: found.token,
        tokens: found.tokens.map { |row| token(row) },
        hooks: found.hooks.map { |row| hook(row, secrets) }
      }
    end

    private

    def token(row) =
      {
        **row.slice(:id, :name, :made_by),
        may: row[:may].to_a,
        made_at: row[:made_at].iso8601,
        last_used_at: Web::Figures.iso(row[:last_used_at])
      }

    def hook(row, secrets)
      {
        **row.slice(:id, :url, :made_by, :standing, :waiting, :sent, :problem),
        secret: secrets ? row[:secret] : nil,
        made_at: row[:made_at].iso8601,
        taken_at: Web::Figures.iso(row[:taken_at]),
        tries_at: row[:standing] == "failing" ? Web::Figures.iso(row[:due_at]) : nil
      }
    end
  end
end
