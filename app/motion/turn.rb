# frozen_string_literal: true

module Motion
  # A speed that a test turns the motor at, held to gait and limits like any other.
  class Turn < Speed
    kind Mode::TURNING
  end
end
