# frozen_string_literal: true

# What a permit file lacks before an office is asked.
module Core::Permits::Lacks
  # outdated - sentences of Gaps.outdated; tractor - Tractor or nil; gross_lb; axles - whether any is told;
  # attested; way_found - whether the file has a way, or says in words which is wished; verdicts - Array of
  # Verdict along it
  Facts = Core::Value.of(:outdated, :tractor, :gross_lb, :axles, :attested, :way_found, :verdicts)
  # registered_lb - Integer or nil where nobody told it
  Tractor = Core::Value.of(:number, :plate, :vin, :registered_lb)

  # Kinds of a verdict that no office gives a permit for.
  HOPELESS = %w[not_covered divisible].freeze

  # Returns Array of sentences, in the order in which a clerk puts them right.
  def self.of(facts)
    [
      *facts.outdated,
      *tractor(facts),
      ("Axle weights and spacings are not told: only the gross is judged." unless facts.axles),
      ("Nobody has attested it." unless facts.attested),
      ("No way is found for this size: say in words which way you wish." unless facts.way_found),
      *facts.verdicts.select { |verdict| HOPELESS.include?(verdict.kind) }.map { |verdict| verdict.why.last }
    ].compact
  end

  def self.tractor(facts)
    tractor = facts.tractor
    return ["No tractor is chosen: give the load to a crew."] if tractor.nil?

    [
      ("The tractor has no plate or VIN in Fleet." if tractor.plate.empty? || tractor.vin.empty?),
      registered(tractor, facts.gross_lb)
    ]
  end

  def self.registered(tractor, gross_lb)
    return unless tractor.registered_lb && tractor.registered_lb < gross_lb

    "#{tractor.number} is registered for #{Core::Spoken.pounds(tractor.registered_lb)}, and this weighs " \
      "#{Core::Spoken.pounds(gross_lb)}."
  end
  private_class_method :tractor, :registered
end
