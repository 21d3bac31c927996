# frozen_string_literal: true

# The JSON of what loads brought and cost.
module Web::Billing::MarginsJson
  # by - load, customer, lane or week
  def self.of(from, upto, by)
    loads = Reads::Billing::Margins.of(from, upto)
    {
      from: from.iso8601,
      to: upto.iso8601,
      unknown: loads.reject(&:known).map { |load| load.row[:number] },
      all: loads.any? ? sum(Core::Billing::Margin.add(loads.map(&:sum))) : nil,
      rows: by == "load" ? loads.map { |load| load(load) } : grouped(loads, by)
    }
  end

  def self.grouped(loads, by) =
    Core::Billing::Margin
      .by(loads) { |load| key(load, by) }
      .map { |(id, label), sum| { id:, label:, detail: "", **sum(sum) } }

  # What loads are put together by: an id and what it is called.
  def self.key(load, by)
    case by
    when "customer"
      load.row.values_at(:customer_id, :customer)
    when "lane"
      lane = "#{load.row[:origin]} → #{load.row[:destination]}"
      [lane, lane]
    else
      monday = Core::Billing.monday(load.delivered_on).iso8601
      [monday, monday]
    end
  end

  def self.load(load) =
    {
      id: load.row[:id],
      label: load.row[:number],
      detail: "#{load.row[:customer]}, #{load.row[:origin]} → #{load.row[:destination]}",
      **sum(load.sum)
    }

  def self.sum(sum)
    cents = %i[revenue pay partner fuel tolls permits laid_out other margin]
    {
      loads: sum.loads,
      **cents.to_h { |name| [name, Money.text(sum.public_send("#{name}_cents"))] },
      percent: sum.permille && (BigDecimal(sum.permille) / 10).to_s("F"),
      per_mile: sum.per_mile_cents && Money.text(sum.per_mile_cents),
      loaded_miles: tenths(sum.loaded_tenths),
      empty_miles: tenths(sum.empty_tenths)
    }
  end

  def self.tenths(count) = Web::Figures.miles(BigDecimal(count) / 10)
  private_class_method :grouped, :key, :load, :sum, :tenths
end
