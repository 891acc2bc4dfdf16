# frozen_string_literal: true

module Gallop
  # What the drive is held to: speed, ramps, travel, direction, and what it does when it stops. All other stages bound
  # it.
  #
  # machine = Gallop::Machine.new(profile, "motor" => motor_facts, "mechanics" => train_facts, "limits" => {
  # "ramp_time" => "0.2" })
  #   machine.stage("limits").assessment.proposals
  module Limits
    # @param profile [Objects::Profile] @return [Class] of the stage for this kind of drive
    def self.kind(profile) = profile.servo? ? Servo : Frequency
  end
end
