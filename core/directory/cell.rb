# frozen_string_literal: true

# What a cell of a sheet says: its value, or what is wrong with it and what to write.
Core::Directory::Cell =
  Core::Value.of(:value, :wrong) do
    # Of what only the company knows (terminals, drivers, people, owners), the words as they stand.
    def self.read(column, text)
      value = Core::Directory::Cells.new(column, text).value
      new(value:, wrong: nil)
    rescue Core::Directory::Cells::Unread => e
      new(value: nil, wrong: e.message)
    end
  end
