# frozen_string_literal: true

# Mailed papers that wait for a person.
module Reads::Tracking::Scans
  def self.waiting = Store::Tracking::Scans.waiting.listed.all

  # With its content. Raises Store::NotFound.
  def self.file(id) = Store::Tracking::Scans.row(id) || raise(Store::NotFound.new("scan", id))
end
