# frozen_string_literal: true

# One column of a sheet: what its cells hold and how people head it.
#
# holds - :text, :yes, :whole, :decimal, :dollars, :percent, :day, :state, :states, :zip, :choice, :choices, :feet,
# :words, :vin,
#         :paper, :terminal, :driver, :person or :owner; a paper's cell is its last day; headed - other names
#         that sheets give it
Core::Directory::Column =
  Core::Value.of(:name, :holds, :needed, :about, :choices, :headed) do
    def self.of(name, holds, about, needed: false, choices: [], headed: [])
      new(name:, holds:, about:, needed:, choices:, headed:)
    end
  end
