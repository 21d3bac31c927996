# frozen_string_literal: true

require_relative "../../../config/core"
require_relative "../../support/chain_questions"
require_relative "../../support/chain_model"

# Against HiGHS, a solver of mixed-integer models, which knows nothing of labels or bounds.
RSpec.describe Core::Freight::Chains do
  include ChainQuestions

  it "agrees with a mixed-integer model of the same question" do
    random = Random.new(1961)
    found =
      Array.new(60) do
        document = random_document(random, service: 0, daily: 100_000)
        document["limits"]["max_loads"] = 8
        question = described_class.read(document, roads: nil)
        ours = described_class.best(question).first&.profit_cents
        theirs = ChainModel.new(question).profit_cents
        expect(theirs).to ours ? be_within(2.5).of(ours) : be_nil
        ours
      end
    expect(found.compact.length).to be > 15
  end
end
