# frozen_string_literal: true

module Motion
  # The drive is not in the state that a command asks for.
  class OutOfState < Gallop::Refusal
    kind :not_now
  end
end
