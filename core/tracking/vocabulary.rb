# frozen_string_literal: true

# The words that drivers text, in English and Spanish, without accents and capitals. Common practice.
module Core::Tracking::Vocabulary
  # Of phrases that stand for one another: `|` between them, an optional part in ( ).
  def self.any(*phrases) =
    phrases
      .flat_map { |line| line.split("|") }
      .map { |phrase| phrase.strip.gsub(/ ?\((.+?)\)/) { "(?: ?#{Regexp.last_match(1)})?" } }
      .join("|")

  # What stands where the freight is handled, and where a truck is put.
  PLACES = any("shipper|receiver|consignee|pick(up)|delivery|customer|cliente")
  DOCKS = any("dock|door|puerta|gate|yard|patio|warehouse|stop|trailer|remolque")

  # What says that a step is done: the beginning of a text, or all of it.
  STEPS = {
    "accepted" =>
      any(
        "okay|ok|yes|yep|yeah|yup|10-4|10 4|104|copy (that)|roger (that)|got it|accepted|accept|sounds good",
        "will do|si|acepto|aceptado|esta bien|de acuerdo|👍"
      ),
    "thanks" => any("thanks|thank you|thx|ty|gracias"),
    "moving" =>
      any(
        "on my way (now)|omw|otw|rolling (now)|on the road (now)|headed there|headed out|headed over",
        "heading there (now)|heading out (now)|heading over|out the gate|en camino (ya)|voy para alla",
        "voy en camino|saliendo (ya)"
      ),
    "left" => any("left|leaving|departed|sali|salgo"),
    "arrived" =>
      any(
        "arrived|arrive|arrival|here|got here|got there|checked in|on site|onsite|llegue|llego|llege",
        "aqui (estoy)|acabo de llegar"
      ) + "|at(?= (?:the )?(?:#{PLACES})\\b)|in(?= (?:the )?(?:dock|door)\\b)",
    "loaded" => any("loaded (up)|load|cargado|cargada|cargue"),
    "delivered" =>
      any(
        "delivered and empty|delivered|deliver|empty|unloaded|mty|entregado|entregada|entregue|descargado",
        "descargada|descargue|vacio"
      ),
    "dropped" => any("dropped|drop|desenganchado|desenganche"),
    "hooked" => any("hooked (up)|hook|enganchado|enganche"),
    "parked" => any("parked|estacionado"),
    "swapped" => any("swapped|switched|handed over|cambiado")
  }.freeze
  # The words of which a slip of the finger is forgiven.
  SLIPS = {
    "accepted" => %w[accept accepted acepto aceptado],
    "moving" => %w[rolling saliendo],
    "left" => %w[left leaving departed],
    "arrived" => %w[arrived arrive here llegue],
    "loaded" => %w[loaded load cargado cargada],
    "delivered" => %w[delivered unloaded empty entregado entregada descargado]
  }.freeze
  HELP = %w[help words ayuda palabras].freeze
  LANGUAGES = { "english" => "en", "ingles" => "en", "spanish" => "es", "espanol" => "es" }.freeze

  ASKS = /\A(?:question|q|ask|pregunta)\b[\s:,.-]*/
  WHAT =
    any("who|whos|what|whats|which|when|where|wheres|why|how|any", "donde|cual|cuando|quien|como|cuanto|que")
  ASKING = /\A(?:#{WHAT})\b/

  # What may stand before a step without changing it, and after it.
  LEAD = /\A(?:(?:i'?m|i am|i|ya|just|all|got|estoy|still|we|hey|hi|hola|have)\b[\s,]*)+/
  SMALL =
    any(
      "now|ya|already|thanks|thank you|gracias|boss|sir|man|jefe|at|in|to|on|en|al|a|el|la|the|second|first|it",
      "here|there|aqui|alla|ahora"
    )
  NUMBERED = "(?<=door |dock |puerta |gate |pickup |delivery |stop )\\d{1,4}"
  TAIL = /\A(?:(?:#{SMALL}|#{PLACES}|#{DOCKS}|\d(?:st|nd)|#{NUMBERED})\b[\s,.!]*)+/
  GOES = any("rolling|leaving|out|headed out|heading out|on my way|omw|saliendo|en camino")
  LEAVES = /(?:,|\band\b|\by\b|&)?\s*\b(?:#{GOES})\b[\s.!]*\z/

  # Who signed, by the words around the name.
  SIGNED_BY =
    /(?:\band\b\s*)?\b(?:signed(?: for)? by|signed for|signed|sign|by|firmado por|firmo|firma|por)\b[\s:]*/
  SIGNED_AFTER = /\b(?:has )?(?:signed(?: for it)?|firmo)\b[\s.!]*\z/
  UNSIGNED =
    any("no signature|nobody signed|no one signed|not signed|without signature|sin firma|nadie firmo")
  NOBODY = /\b(?:#{UNSIGNED})\b/

  UNITS = {
    "pallet" => /pallets?|plts?|skids?|tarimas?/,
    "piece" => /pieces?|pcs|cases?|cartons?|boxes|box|cajas?|piezas?/,
    "lb" => /lbs?|pounds?|libras?|#/,
    "ton" => /tons?/,
    "gallon" => /gallons?|gals?|galones/
  }.freeze
  AMOUNT = /(?<amount>\d[\d,]*(?:\.\d+)?)\s*(?<unit>#{UNITS.values.map(&:source).join("|")})(?![a-z])/
  SHORT = /\b(?:short|missing|faltan?|faltaron|falto)\b/

  # With any of these a person has to read it: it is not done yet, or not as it should be.
  DOUBTS =
    any(
      "not|no|never|dont|don't|cant|can't|wont|won't|yet|almost|soon|will|should|until|when|if|but|pero|wrong",
      "damage|damaged|refuse|refused|reject|rejected|returned|over|half|waiting|late|behind|hour|hours|hr|hrs",
      "minute|minutes|min|mins|eta|danado|danada|danados|danadas|tarde|todavia|aun"
    )
  DOUBT = /\b(?:#{DOUBTS}|rechaz\w*)\b/
  EMOJI = /[\p{Emoji_Presentation}\u{FE0F}\u{1F3FB}-\u{1F3FF}]/

  # Words that are nobody's name.
  ORDINARY = <<~WORDS.split.freeze
    a all am and at be been break but call can couldnt de did do done dont el en for from fuel get go
    going good guard he help her here hes him his home hours how i in is it its la late lo load loading
    lumper me my need night no nobody none not now of off on one or out over parked please po problem
    read ready rejected right safe scale sent she short should signature so some soon still stop stuck
    sure that the their them then there they this ticket time tire to truck trailer unloading wait
    waiting was we what will with work yard yet you your thanks thank thx ty gracias sir boss tomorrow
    today tonight morning afternoon evening later early lunch sleep bed closed open day weekend monday
    tuesday wednesday thursday friday saturday sunday manana hoy ayer lunes martes miercoles jueves
    viernes sabado domingo great perfect clean fine finally safely complete completed intact full
    everything already again busy delivery pickup empty loaded delivered arrived traffic nadie ninguno
    no nada casa listo espera taking pallet pallets skids pcs yes ok
  WORDS
  NAME = /\A\p{L}[\p{L}.'’-]*(?: \p{L}[\p{L}.'’-]*){0,3}\z/
  # A person who goes by a word of doing (sleeping, unloading) is read by a person.
  DOING = /\A\p{L}{4,}ing\z/
  # What is still going on is no slip of what is done.
  GOING_ON = /(?:ing|ndo)\z/
end
