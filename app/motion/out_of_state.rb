# frozen_string_literal: true

module Motion
  # The drive is not in the state that a command asks for.
  class OutOfState < StandardError
  end
end
