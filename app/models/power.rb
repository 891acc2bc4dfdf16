# frozen_string_literal: true

# The stage Power of one drive.
class Power < StageFacts
  STAGE = "power"
end
