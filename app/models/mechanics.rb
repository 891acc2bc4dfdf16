# frozen_string_literal: true

# The stage Mechanics of one drive.
class Mechanics < StageFacts
  STAGE = "mechanics"
end
