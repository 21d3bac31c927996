# frozen_string_literal: true

require "ipaddr"
require "uri"

# An address that a customer gave us to call: only of the web at large, never of our own network.
module Core::Window::HookAddress
  # What no name of the web at large leads to (RFC 6890 and RFC 4193, 4291).
  INSIDE =
    %w[
      0.0.0.0/8
      10.0.0.0/8
      100.64.0.0/10
      127.0.0.0/8
      169.254.0.0/16
      172.16.0.0/12
      192.0.0.0/24
      192.0.2.0/24
      192.168.0.0/16
      198.18.0.0/15
      198.51.100.0/24
      203.0.113.0/24
      224.0.0.0/3
      ::/96
      64:ff9b::/96
      100::/64
      2001::/23
      2001:db8::/32
      2002::/16
      fc00::/7
      fe80::/10
      ff00::/8
    ].map { |range| IPAddr.new(range) }.freeze

  # Why a text is no such address, or nil. inside - may it be of this machine or its network?
  def self.complaint(text, inside:)
    uri = URI.parse(text)
    return "Write an address such as https://example.com/loads." unless uri.is_a?(URI::HTTP) && uri.host
    return "Leave the name and password out of the address." if uri.userinfo
    return if inside
    return "It has to begin with https://." unless uri.scheme == "https"

    if numeric?(uri.hostname) && inside?(uri.hostname)
      "That is an address of an inner network: nobody is told there."
    end
  rescue URI::InvalidURIError
    "Write an address such as https://example.com/loads."
  end

  def self.numeric?(host)
    IPAddr.new(host)
    true
  rescue IPAddr::Error
    false
  end

  # address - a numeric one
  def self.inside?(address)
    address = IPAddr.new(address)
    plain = address.ipv4_mapped? ? address.native : address
    INSIDE.any? { |range| range.include?(plain) }
  end
end
