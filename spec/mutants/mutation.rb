# frozen_string_literal: true

require "prism"

# One small fault, put into one method of a source file.
#
# scope - Array of the names of the modules, classes and values around the method, outermost first; source - the
# method with the fault; said - "`<` to `<=`"; text - of the line; method - its name
Mutation =
  Struct.new(:path, :line, :method, :method_line, :scope, :source, :said, :text, keyword_init: true) do
    # By which it is found again when lines have moved.
    def key = "#{path} #{method}: #{said} in #{text}"

    # Redefines the method where it stands. The scope is opened as it is in the file, so that constants are found
    # as there.
    def apply
      *around, last = scope
      open =
        around.map do |name|
          "#{Object.const_get(around[0..around.index(name)].join("::")).class.name.downcase} #{name}; "
        end
      body = open.join + "#{last}.class_eval do; #{source}\nend" + "; end" * around.length
      TOPLEVEL_BINDING.eval(body, path, line)
    end
  end
