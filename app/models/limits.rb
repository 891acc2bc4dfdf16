# frozen_string_literal: true

# The stage Limits of one drive.
class Limits < StageFacts
  STAGE = "limits"
end
