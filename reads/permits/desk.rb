# frozen_string_literal: true

# All permit files that are not done with, and what permits have cost.
module Reads::Permits::Desk
  MOST_FOUND = 200

  # files - rows with load, origin, destination and customer, soonest start first; permits - rows by file;
  # months - rows of fee and count by month, state and customer
  Value = Core::Value.of(:files, :permits, :months)

  def self.all =
    Value.new(
      files:,
      permits: DB[:permits].exclude(status: "cancelled").order(:id).to_hash_groups(:file_id),
      months:
    )

  # All permits of a reference, of the job or of the load: rows with load_id, load and reference.
  def self.of_reference(text)
    like =
      Sequel.ilike(Sequel[:permit_files][:reference], "%#{DB[:permits].escape_like(text)}%") |
        Sequel.ilike(Sequel[:loads][:number], text)
    DB[:permits]
      .join(:permit_files, id: :file_id)
      .join(:loads, id: :load_id)
      .where(like)
      .order(Sequel[:permits][:id])
      .select_all(:permits)
      .select_append(:load_id, Sequel[:loads][:number].as(:load), Sequel[:permit_files][:reference])
      .limit(MOST_FOUND)
      .all
  end

  def self.files
    DB[:permit_files]
      .join(:loads, id: :load_id)
      .join(:customers, id: :customer_id)
      .exclude(Sequel[:loads][:status] => %w[closed cancelled])
      .order(:starts_on, Sequel[:permit_files][:id])
      .select_all(:permit_files)
      .select_append(
        Sequel[:loads][:number].as(:load),
        :origin,
        :destination,
        Sequel[:customers][:name].as(:customer)
      )
      .all
  end

  def self.months
    # By when it was issued, whatever became of it, as the money is.
    month = Sequel.function(:to_char, :answered_at, "YYYY-MM")
    Store::Permits::Permits
      .costing
      .on_loads
      .join(:customers, id: :customer_id)
      .group(month, :jurisdiction, Sequel[:customers][:name])
      .order(Sequel.desc(month), :jurisdiction)
      .select(
        month.as(:month),
        :jurisdiction,
        Sequel[:customers][:name].as(:customer),
        Sequel.function(:sum, :fee).as(:fee),
        Sequel.function(:count).*.as(:count)
      )
      .all
  end
  private_class_method :files, :months
end
