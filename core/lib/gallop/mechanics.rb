# frozen_string_literal: true

module Gallop
  # What the motor drives: gear, mechanism, load; reflected to the motor's shaft. User units as whole numbers.
  #
  # machine = Gallop::Machine.new(profile, "mechanics" => { "mechanism" => "screw", "lead" => "10 mm", "load_mass" =>
  # "40" })
  #   machine.stage("mechanics").assessment.consequences
  module Mechanics
    # @return [Class] of the stage
    def self.kind(profile) = profile.slides? ? Slide : Train

    GRAVITY = 9.80665 # m/s², standard (CGPM 1901)
  end
end
