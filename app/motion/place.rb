# frozen_string_literal: true

module Motion
  # A place that a test moves the motor to, held to travel limits and gait like any other.
  class Place < Move
    kind Mode::PLACING
  end
end
