# frozen_string_literal: true

module Motion
  # By position, for tests alone: nobody else's set-point comes in between.
  class PlacingMode < PositionMode
    def kind = PLACING
  end
end
