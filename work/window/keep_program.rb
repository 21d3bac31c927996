# frozen_string_literal: true

require "digest"
require "securerandom"

# Tokens by which a customer's own programs read what their people may, and ask for loads where they are let.
module Work::Window::KeepProgram
  MOST = 20
  # Who may is invited, not a program.
  RIGHTS = (Core::Window::RIGHTS - ["invite"]).freeze

  # input - { key:, name:, may: of RIGHTS, none that whoever makes it has not }. Returns the id.
  # Raises Refused `not_yours`, `too_many_programs`.
  def self.make(customer_id, input, by:, now:)
    Work::Act.once(input[:key], "make_program_token", by:, now:, input: input.merge(customer_id:)) do |act|
      beyond = input[:may].reject { |right| by.roles.include?("customer_#{right}") }
      if beyond.any?
        raise Refused.new("not_yours", "A program may no more than whoever makes its token.", path: "/may")
      end

      Store::Fleet::Customers.lock_softly(customer_id)
      if Store::Window::Programs.tokens(customer_id).length >= MOST
        raise Refused.new(
                "too_many_programs",
                "#{MOST} programs are enough: take one back first.",
                path: "/name"
              )
      end

      salt = SecureRandom.hex(16)
      act.changed("customer", customer_id, { program: [nil, input[:name]], may: [nil, input[:may]] })
      Store::Window::Programs::Tokens.insert(
        customer_id:,
        name: input[:name],
        may: Sequel.pg_array(input[:may], :text),
        salt:,
        token_digest: Digest::SHA256.hexdigest(Store::Window::Programs.token(salt)),
        made_by: by.name,
        made_at: now
      )
    end
  end

  # By the customer's people or by the carrier's. Raises Store::NotFound.
  def self.take_back(customer_id, id, by:, now:)
    Work::Act.once(nil, "take_token_back", by:, now:) do |act|
      row = Store::Window::Programs::Tokens.where(customer_id:).lock(id)
      raise Store::NotFound.new("token", id) unless row
      next if row[:revoked_at]

      Store::Window::Programs::Tokens.at(id).update(revoked_at: now)
      act.changed("customer", customer_id, { program: [row[:name], nil] })
    end
  end
end
