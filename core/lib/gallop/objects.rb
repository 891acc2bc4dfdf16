# frozen_string_literal: true

module Gallop
  # Object dictionaries: what a drive holds, entry by entry, and how each travels over the wire.
  module Objects
    # A value that cannot be taken. The message says what was expected and what came.
    class Unacceptable < Refusal
    end
  end
end
