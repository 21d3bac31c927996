# frozen_string_literal: true

# What is left of a text to be understood, cut down piece by piece.
class Core::Tracking::Words::Rest
  V = Core::Tracking::Vocabulary

  attr_reader :plain

  def initialize(text, plain)
    @text = text.dup
    @plain = plain.dup
    trim
  end

  def initialize_copy(other)
    super
    @text = @text.dup
    @plain = @plain.dup
  end

  def doubtful? = @plain.match?(V::DOUBT)

  # What is left when a pattern is cut off.
  def cut(pattern) = @plain.sub(pattern, "").gsub(/[\s,.:;!&-]/, "")

  # The match that was cut out, or nil.
  def cut!(pattern)
    found = @plain.match(pattern) or return
    [@text, @plain].each { |one| one[found.begin(0)...found.end(0)] = " " * (found.end(0) - found.begin(0)) }
    trim
    found
  end

  # { short:, quantity: }, each an amount in a unit or nil; nil where something is said to be short and nobody
  # can tell how much.
  def facts
    found = { short: nil, quantity: nil }
    while (amount = cut!(V::AMOUNT))
      unit = V::UNITS.find { |_, words| amount[:unit].match?(/\A(?:#{words.source})\z/) }.first
      said = Core::Tracking::Facts::Quantity.new(amount: BigDecimal(amount[:amount].delete(",")), unit:)
      kind = short?(amount) ? :short : :quantity
      found[kind] ||= said
    end
    cut!(/\A#{V::SHORT.source}|#{V::SHORT.source}/) if found[:short]
    @plain.match?(V::SHORT) ? nil : found
  end

  # The name that is left, which is taken off; nil where what is left is none.
  def signer
    cut!(V::SIGNED_AFTER) || cut!(V::SIGNED_BY)
    name = @text.gsub(/\A[\s,:;!&-]+|[\s,:;!&-]+\z/, "").gsub(/\s+/, " ")
    words = name.downcase.scan(/\p{L}+/)
    return unless name.match?(V::NAME) && !words.intersect?(V::ORDINARY) && words.grep(V::DOING).empty?

    @text, @plain = +"", +""
    name
  end

  private

  # Is it an amount that is short: said before it or behind it?
  def short?(amount)
    amount.pre_match.match?(/#{V::SHORT.source}\s*\z/) || amount.post_match.match?(/\A\s*#{V::SHORT.source}/)
  end

  def trim
    @text = @text.gsub(/\A[\s,:;!.&-]+|[\s,:;!&-]+\z/, "")
    @plain = @plain.gsub(/\A[\s,:;!.&-]+|[\s,:;!&-]+\z/, "")
  end
end
