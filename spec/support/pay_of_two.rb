# frozen_string_literal: true

# What waits for a second person, for examples of something else.
module Given
  # What one person gives or changes alone.
  def alone_up_to(dollars: 100_000, drivers: 1000)
    Store::Pay.settings
    DB[:pay_settings].update(second_person_dollars: dollars, second_person_drivers: drivers)
  end

  # A second person lets everything be made that waits for one.
  def let_all_be_made(by:) =
    DB[:pay_changes]
      .where(status: "asked")
      .select_order_map(:id)
      .each { |id| Work::Pay::AnswerChange.call(id, { status: "made" }, by:, now:) }
end
