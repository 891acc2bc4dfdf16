# frozen_string_literal: true

module Motion
  # By speed, for tests alone: nobody else's set-point comes in between.
  class TurningMode < SpeedMode
    def kind = TURNING
  end
end
