# frozen_string_literal: true

# How a permit is called among papers, and what a driver reads of it without opening it.
module Core::Permits::Paper
  WORDS = { width_in: "wide", height_in: "high", length_in: "long" }.freeze

  # "Montana MT100002P", "Montana MT100002P-A2, amended Nov 24", "Montana MT100002P, void"
  #
  # state - its name; amended_on - Date of the amendment, or nil; void - has another taken its place, or was
  # it given up?
  def self.title(state, number, amended_on: nil, void: false)
    [
      [state, number].compact.join(" "),
      amended_on && "amended #{amended_on.strftime("%b %-d")}",
      ("void" if void)
    ].compact.join(", ")
  end

  # "14 ft wide, 13 ft 2 in high, 58 ft long, 75,000 lb"; what was not kept is left out.
  #
  # issued_for - Hash by text or symbol
  def self.sizes(issued_for)
    told = issued_for.to_h.transform_keys(&:to_sym)
    sizes = WORDS.filter_map { |name, word| told[name] && "#{Core::Roads.feet(told[name])} #{word}" }
    [*sizes, told[:gross_lb] && Core::Spoken.pounds(told[:gross_lb])].compact.join(", ")
  end
end
