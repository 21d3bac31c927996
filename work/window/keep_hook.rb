# frozen_string_literal: true

require "securerandom"

# Addresses of a customer's programs that are told when a load of theirs has come to another stage.
module Work::Window::KeepHook
  MOST = 5

  # input - { key:, url: }. Returns the id. Raises Refused `hook_address`, `too_many_hooks`.
  def self.make(customer_id, input, by:, now:)
    Work::Act.once(input[:key], "make_hook", by:, now:, input: input.merge(customer_id:)) do |act|
      complaint = Core::Window::HookAddress.complaint(input[:url], inside: Settings.hooks_inside?)
      raise Refused.new("hook_address", complaint, path: "/url") if complaint

      Store::Fleet::Customers.lock_softly(customer_id)
      if Store::Window::Programs.hooks(customer_id).length >= MOST
        raise Refused.new(
                "too_many_hooks",
                "#{MOST} addresses are enough: take one back first.",
                path: "/url"
              )
      end

      act.changed("customer", customer_id, { hook: [nil, input[:url]] })
      Store::Window::Programs::Hooks.insert(
        customer_id:,
        account_id: by.account_id,
        url: input[:url],
        salt: SecureRandom.hex(16),
        made_by: by.name,
        made_at: now
      )
    end
  end

  # By the customer's people or by the carrier's. Raises Store::NotFound.
  def self.take_back(customer_id, id, by:, now:)
    Work::Act.once(nil, "take_hook_back", by:, now:) do |act|
      row = held(customer_id, id)
      Store::Window::Programs::Hooks.at(id).update(revoked_at: now)
      Store::Window::Programs::Messages.open.where(hook_id: id).delete
      act.changed("customer", customer_id, { hook: [row[:url], nil] })
    end
  end

  # All that waits is sent now, also where it was given up. Raises Store::NotFound.
  def self.start_again(customer_id, id, by:, now:)
    Work::Act.once(nil, "start_hook_again", by:, now:) do |act|
      row = held(customer_id, id)
      Store::Window::Programs::Hooks.at(id).update(stopped_at: nil, why: "", failures: 0, due_at: nil)
      # A day more for each of them.
      Store::Window::Programs::Messages.open.where(hook_id: id).update(made_at: now)
      act.changed("customer", customer_id, { hook: ["stopped", row[:url]] }) if row[:stopped_at]
    end
  end

  # A message that says nothing of any load. Raises Store::NotFound.
  def self.try(customer_id, id, input, by:, now:)
    Work::Act.once(input[:key], "try_hook", by:, now:, input: input.merge(id:)) do
      row = held(customer_id, id)
      Work::Window::TellPrograms.test(row, now)
      id
    end
  end

  def self.held(customer_id, id) =
    Store::Window::Programs::Hooks.where(customer_id:, revoked_at: nil).lock(id) ||
      raise(Store::NotFound.new("address", id))
  private_class_method :held
end
