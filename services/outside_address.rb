# frozen_string_literal: true

require "resolv"

# Where an address leads that a customer gave us to call: never into our own network, whatever its name means on the day
# it is called.
module Services::OutsideAddress
  # The numeric address to call, by which its name cannot mean another a moment later.
  # Raises Services::Unreachable.
  def self.resolve(host, inside: Settings.hooks_inside?)
    found = Core::Window::HookAddress.numeric?(host) ? [host] : Resolv.getaddresses(host)
    raise Services::Unreachable, "#{host} has no address" if found.empty?
    if !inside && found.any? { |one| Core::Window::HookAddress.inside?(one) }
      raise Services::Unreachable, "#{host} leads into an inner network"
    end

    found.first
  rescue Resolv::ResolvError => e
    raise Services::Unreachable, "#{host} has no address: #{e.message}"
  end
end
