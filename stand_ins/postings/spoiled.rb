# frozen_string_literal: true

# Simulated outside services: each a small process of its own.
module StandIns
end

# What is wrong with postings, as some always is.
module StandIns::Spoiled
  # About one in thirty is wrong in some way.
  def self.of(posting, chance)
    case chance.call("wrong")
    when 0...0.006
      posting.merge(rate: 1)
    when 0.006...0.011
      posting.merge(deliver_by: posting[:pickup_from] - 3600)
    when 0.011...0.018
      posting.merge(origin: posting[:origin].sub(/..,/, "y,"))
    when 0.018...0.026
      posting.merge(weight_lb: "#{posting[:weight_lb].to_i / 1000}k")
    when 0.026...0.03
      posting.merge(rate: 0)
    else
      posting
    end
  end
end
