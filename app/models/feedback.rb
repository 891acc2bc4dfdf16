# frozen_string_literal: true

# The stage Feedback of one drive.
class Feedback < StageFacts
  STAGE = "feedback"
end
