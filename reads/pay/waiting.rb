# frozen_string_literal: true

# Changes that wait for a second person, oldest first, and the rules by which they do.
module Reads::Pay::Waiting
  # How many administrators could let a change of the rules be made is told with them.
  Rules = Core::Value.of(:drivers, :dollars, :rules, :administrators)

  # Rows of pay_changes with the driver whose they are, his phone and whether it is new.
  def self.all =
    DB[:pay_changes]
      .left_join(:drivers, id: :driver_id)
      .where(Sequel[:pay_changes][:status] => "asked")
      .order(Sequel[:pay_changes][:id])
      .select_all(:pay_changes)
      .select_append(Sequel[:drivers][:name].as(:driver), :phone, :new_number_by)
      .all

  # rules - rows of two_people_rules by rule; those that were never switched have none
  def self.rules
    settings = Store::Pay.settings
    Rules.new(
      drivers: settings[:second_person_drivers],
      dollars: settings[:second_person_dollars],
      rules: switched,
      administrators:
        DB[:accounts].where(status_id: 2).where(Sequel.lit("'administrator' = ANY (roles)")).count
    )
  end

  # By rule, each with the day by the company's clock.
  def self.switched =
    DB[:two_people_rules]
      .to_hash(:rule)
      .transform_values { |row| row.merge(since_on: Store::Company.day_of(row[:since])) }

  def self.holds?(rule) = Store::Pay.two_people?(rule)
end
