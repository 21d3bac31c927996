# frozen_string_literal: true

# Reads what a driver without a smartphone texts: a few short words of ours, in English and Spanish, however
# they are typed.
module Core::Tracking::Words
  # kind - a check-in (arrived, loaded, delivered, left, accepted), question, language, help, or nil for what
  #        nobody understands
  # signer - of a delivery; text - of a question, as it was typed; language - en or es for `language`
  Meaning = Core::Value.of(:kind, :signer, :text, :language)

  # Our words and what people make of them.
  WORDS = {
    "accepted" => %w[accept accepted ok okay yes si acepto aceptado],
    "arrived" => %w[arrived arrive arrival here llegue llegada llego],
    "loaded" => %w[loaded load cargado cargada cargue],
    "delivered" => %w[delivered deliver empty unloaded entregado entregada entregue descargado],
    "left" => %w[left leaving rolling departed sali salgo saliendo],
    "help" => %w[help words ayuda palabras],
    "en" => %w[english ingles],
    "es" => %w[spanish espanol]
  }.freeze
  QUESTION = %w[question q ask pregunta].freeze
  # Words that lead up to the name of who signed.
  SIGNED = /\A(?:and\s+)?(?:signed\s+(?:for\s+)?by|signed|sign|by|firm[oó]|firmado\s+por|firma|por)\b[:\s]*/i
  # What may follow a word without changing it: "arrived at the shipper", "loaded now".
  FILLER = /\A(?:at|in|to|the|now|here|on|ya|en|al|a|ahora|aqui|aquí)\b.{0,40}\z/i

  # Returns Meaning.
  def self.read(text)
    first, rest = text.to_s.strip.split(/[\s,.:;!-]+/, 2)
    return meaning(nil, text:) if first.nil?

    asked = QUESTION.include?(plain(first)) || near(plain(first), QUESTION)
    if asked || text.include?("?")
      return meaning("question", text: asked && !rest.to_s.strip.empty? ? rest.strip : text.strip)
    end

    kind = WORDS.keys.find { |name| WORDS[name].include?(plain(first)) } || closest(plain(first))
    case kind
    when "delivered"
      meaning(kind, signer: signer(rest), text:)
    when "en", "es"
      meaning("language", language: kind, text:)
    else
      alone?(kind, rest) ? meaning(kind, text:) : meaning(nil, text:)
    end
  end

  # A word of ours with another sentence behind it is no check-in: "loaded wrong freight" wants to be read by
  # somebody.
  def self.alone?(kind, rest) = kind && (rest.to_s.strip.empty? || rest.match?(FILLER))

  def self.meaning(kind, signer: nil, text: nil, language: nil) =
    Meaning.new(kind:, signer:, text:, language:)
  def self.plain(word) = word.unicode_normalize(:nfd).gsub(/\p{Mn}/, "").downcase.gsub(/[^a-z]/, "")

  def self.signer(rest)
    name = rest.to_s.strip.sub(SIGNED, "").gsub(/\s+/, " ").strip
    name.empty? ? nil : name
  end

  # The kind of which a word is nearest, where only one is near enough.
  def self.closest(word)
    found = WORDS.keys.select { |name| near(word, WORDS[name]) }
    found.one? ? found.first : nil
  end

  # One slip in a word of four letters or more, two in one of seven or more: a letter wrong, missing, too
  # many, or two swapped.
  def self.near(word, words)
    words.any? do |ours|
      ours.length >= 4 && word.length >= 3 &&
        DamerauLevenshtein.distance(word, ours) <= (ours.length >= 7 ? 2 : 1)
    end
  end

  private_class_method :alone?, :meaning, :plain, :signer, :closest, :near
end
