# frozen_string_literal: true

# An outside service does not answer, or not as agreed. Whoever asks tries again later, and says so to people.
class Services::Unreachable < StandardError
end
