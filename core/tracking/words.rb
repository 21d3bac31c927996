# frozen_string_literal: true

# Reads what a driver without a smartphone texts, in English and Spanish, however it is typed: what he says by
# itself. What it means where his truck is, Conversation knows. A text that holds more than is understood is not
# understood: a person reads it.
class Core::Tracking::Words
  # kind - accepted, moving, left, arrived, loaded, delivered, dropped, hooked, parked, swapped, signed, name,
  #        thanks, question, help, language, or nil for what nobody understands
  # signer - who signed; short, quantity - Core::Tracking::Facts::Quantity; leaves - he goes on at once
  # text - of a question without the word that leads up to it, else as typed; language - en or es
  # stop_ids - of the stops whose place is named, empty where none is
  Meaning = Core::Value.of(:kind, :signer, :short, :quantity, :leaves, :text, :language, :stop_ids)

  V = Core::Tracking::Vocabulary
  # What is said beside it, where nothing is.
  NOTHING = { signer: nil, short: nil, quantity: nil, leaves: false, language: nil, stop_ids: [] }.freeze

  # places - Hash of stop id to the names that its place goes by. Returns Meaning.
  def self.read(text, places = {}) = new(text.to_s.strip, places).read

  def initialize(text, places)
    @text = text.gsub(/\s+/, " ")
    @text = @text.gsub(V::EMOJI, " ").strip if @text.match?(/\p{L}/)
    @places = places
    # Letter for letter beside the text, so that a name keeps its capitals and accents.
    @plain = plain(@text)
  end

  def read
    return meaning(nil) if @text.empty?

    question || word || step || bare || meaning(nil)
  end

  private

  def plain(text) = text.each_char.map { |char| char.unicode_normalize(:nfd)[0].downcase }.join.tr("’", "'")

  def meaning(kind, **more) = Meaning.new(kind:, **NOTHING, text: @text, **more)

  def question
    if (found = @plain.match(V::ASKS))
      asked = @text[found.end(0)..].strip
      return meaning("question", text: asked.empty? ? @text : asked)
    end

    meaning("question") if @text.include?("?") || @plain.match?(V::ASKING)
  end

  def word
    only = @plain.gsub(/[^a-z]/, "")
    return meaning("help") if V::HELP.include?(only)

    language = V::LANGUAGES[only] and meaning("language", language:)
  end

  def step
    from = @plain[V::LEAD].to_s.length
    kind, to = head(from) || head(0) || at_place(from)
    return if kind.nil?

    rest = Rest.new(@text[to..], @plain[to..])
    @stop_ids = named(rest)
    %w[delivered loaded].include?(kind) ? with_facts(kind, rest) : alone(kind, rest)
  end

  # The step that stands at a place of the text, and where it ends; a slip of the finger is no other word.
  def head(from)
    found =
      V::STEPS.filter_map do |kind, words|
        match = @plain.match(/\G(?:#{words})(?![a-z0-9'])/, from)
        match && [kind, match.end(0)]
      end
    found.max_by(&:last) || slip(from)
  end

  # "At Boise" says that he is there.
  def at_place(from)
    rest = Rest.new(@text[from..], @plain[from..])
    rest.plain.match?(/\A(?:at|in|en)\b/) && named(rest).any? ? ["arrived", from] : nil
  end

  # One slip in a word of four letters or more, two in one of seven or more: a letter wrong, missing, too
  # many, or two swapped. What goes on still (loading, cargando) is no slip of what is done.
  def slip(from)
    word = @plain.match(/\G[a-z]+/, from)&.to_s
    return if word.nil? || word.length < 3 || word.match?(V::GOING_ON) || V::ORDINARY.include?(word)

    kinds = V::SLIPS.keys.select { |kind| near?(word, V::SLIPS[kind]) }
    [kinds.first, from + word.length] if kinds.one?
  end

  def near?(word, ours)
    ours.any? { |one| one.length >= 4 && DamerauLevenshtein.distance(word, one) <= (one.length >= 7 ? 2 : 1) }
  end

  # The stops whose place is named in what is left; the name is taken off.
  def named(rest)
    names = @places.flat_map { |stop_id, list| list.map { |name| [plain(name), stop_id] } }
    found =
      names
        .map(&:first)
        .uniq
        .sort_by { |name| -name.length }
        .find do |name|
          rest.cut!(
            /(?:\b(?:in|at|from|en|a|de)\s+)?\b#{Regexp.escape(name)}\b(?:,?\s+[a-z]{2}\b(?=[\s.!,]*\z))?/
          )
        end
    names.filter_map { |name, stop_id| stop_id if name == found }
  end

  # Nothing of weight stands behind it.
  def alone(kind, rest)
    return if rest.doubtful?

    meaning(kind, stop_ids: @stop_ids) if rest.cut(V::TAIL).empty?
  end

  def with_facts(kind, rest)
    leaves = kind == "loaded" && !rest.cut!(V::LEAVES).nil?
    unsigned = kind == "delivered" && !rest.cut!(V::NOBODY).nil?
    return if rest.doubtful?

    facts = rest.facts or return
    signer = kind == "delivered" && !unsigned ? rest.signer : nil
    meaning(kind, leaves:, signer:, stop_ids: @stop_ids, **facts) if rest.cut(V::TAIL).empty?
  end

  # A name, or that somebody signed.
  def bare
    rest = Rest.new(@text, @plain)
    return if rest.doubtful? || named(rest.dup).any?

    facts = rest.facts or return
    said = rest.plain.match?(V::SIGNED_BY) || rest.plain.match?(V::SIGNED_AFTER)
    rest.cut!(/\A(?:it was|was|fue)\b\s*/)
    signer = rest.signer or return
    return unless rest.plain.empty?

    meaning(said ? "signed" : "name", signer:, **facts)
  end
end
