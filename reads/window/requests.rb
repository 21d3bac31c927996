# frozen_string_literal: true

# What a customer asked for, as his people see it and as dispatch does.
module Reads::Window::Requests
  MOST = 50

  # Rows with customer, the latest first.
  def self.of(viewer) =
    Store::Window.as(viewer) do
      rows =
        DB[:load_requests]
          .reverse(:asked_at, :id)
          .limit(MOST)
          .select(:id, :asked_by, :asked_at, :ask, :status, :why, :load_id, :version)
          .all
      customer = DB[:customers].get(:name)
      rows.map { |row| row.merge(customer:) }
    end

  # The longest waiting first.
  def self.waiting = Store::Window.waiting_requests

  # The zone of each stop that is asked for, by what was typed.
  def self.zones(rows)
    wheres = rows.flat_map { |row| row[:ask].to_h["stops"].map { |stop| stop["where"] } }.uniq
    wheres.to_h { |where| [where, Store::Fleet.resolve_place(where).first&.fetch(:zone) || "UTC"] }
  end
end
