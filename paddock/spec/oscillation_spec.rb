# frozen_string_literal: true

require_relative "paddock_helper"

# An induction motor with little leakage and a heavy flywheel, without load: by voltage over frequency its field and its
# rotor swing against one another at 20 to 30 Hz (eigenvalues of the machine at no load: +3 to +5 s⁻¹ at 9 to 12 Hz).
RSpec.describe "A frequency drive whose motor swings at light load" do
  def swing(damping)
    commissioned("Web feed") do |drive|
      drive["mechanics"].merge!("inertia" => 0.02, "coulomb" => 0.02, "breakaway" => 0.02, "viscous" => 0.0)
      drive["motor"].merge!("rotor_resistance" => 2.0, "stator_leakage" => 0.005, "rotor_leakage" => 0.005)
    end
    write("output.oscillation_damping", damping)
    write("output.slip_compensation", 0)
    enable
    write("speed.target", 450)
    pass(3.0)
    speeds = Array.new(400) { pass(0.002) && @stand_in.axis.mechanics.speed * 30 / Math::PI }
    speeds.max - speeds.min
  end

  it "is calmed by its damping, the more the more of it is set" do
    without, little, much = [0, 30, 90].map { |percent| swing(percent) }
    expect(without).to be > 80
    expect(little).to be < 0.6 * without
    expect(much).to be < 0.1 * without
    expect(fault).to eq(0)
  end
end
