# frozen_string_literal: true

# What a load still lacks, whoever knows it: its own page, its permit file, its bill.
module Web::Freight::MissingJson
  TO_MOVE = ["open", *Core::Freight::Acts::UNDER_WAY].freeze

  # page - Reads::Freight::LoadPage::Value. Returns Array of { code:, text: }.
  def self.of(page) = [*page.missing.map(&:to_h), *permits(page), *bill(page)]

  # What keeps an oversize load from moving, while it still is to move.
  def self.permits(page)
    return [] unless page.permits? && TO_MOVE.include?(page.load[:status])

    Work::Permits::Missing.today(page.load[:id]).map { |text| { code: "permits", text: } }
  end

  # What its bill waits for beside that, as the billing desk says it.
  def self.bill(page) =
    Work::Billing::Facts
      .beside(page.load, page.missing.map(&:code))
      .map { |wait| wait.to_h.slice(:code, :text) }
  private_class_method :permits, :bill
end
