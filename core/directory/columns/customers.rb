# frozen_string_literal: true

# The columns of customers.
module Core::Directory::Columns::Customers
  def self.of(...) = Core::Directory::Column.of(...)
  private_class_method :of

  ALL = [
    of(:name, :text, "the customer's name, once", needed: true, headed: %w[customer customer_name company]),
    of(
      :payer,
      :yes,
      "#{Core::Directory::Columns::YES_NO}: pays bills itself; yes if empty",
      headed: %w[pays]
    ),
    of(:terms_days, :whole, "days until an invoice is due; 30 if empty", headed: %w[terms]),
    of(:address, :text, "street of the bills", headed: %w[street address_1 billing_address]),
    of(:town, :text, "", headed: %w[city]),
    of(:state, :state, Core::Directory::Columns::STATE, headed: %w[st]),
    of(:zip, :zip, "five digits", headed: %w[zip_code zipcode postal_code]),
    of(:phone, :text, "", headed: %w[telephone phone_number]),
    of(:email, :text, "", headed: %w[e_mail mail]),
    of(:detention_free_minutes, :whole, "minutes free at a dock; 120 if empty"),
    of(:detention_step_minutes, :whole, "minutes that detention is counted by, whole ones; 15 if empty"),
    of(:detention_hourly, :dollars, "dollars an hour of detention"),
    of(:tell_late, :yes, "#{Core::Directory::Columns::YES_NO}: told by mail when a load will be late"),
    of(
      :papers_wanted,
      :choices,
      "papers that go with each bill: bol, pod, scale ticket, lumper receipt, temperature record, rate confirmation",
      choices: Core::Billing::Ready::PAPERS
    ),
    of(:bill_email, :text, "where bills go, if not to the mail address"),
    of(:credit_limit, :dollars, "dollars that it may owe at most"),
    of(
      :credit_stops,
      :yes,
      "#{Core::Directory::Columns::YES_NO}: what is beyond it cannot be booked; no if empty"
    ),
    of(
      :bill_by,
      :choice,
      "by hand, each load (as soon as it is ready) or each week (all of it on one invoice); by hand if empty",
      choices: Core::Billing::BILL_BY
    ),
    of(:discount_percent, :percent, "taken off what is paid soon"),
    of(:discount_days, :whole, "days in which it must be paid for that"),
    of(:notes, :text, "", headed: %w[note comments])
  ].freeze
end
