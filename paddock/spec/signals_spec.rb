# frozen_string_literal: true

require_relative "paddock_helper"

# What the loops know, by name: there in every family that says so, finite, and what the dictionary shows.
RSpec.describe Gallop::Paddock::Firmware::Signals do
  def turning(name)
    commissioned(name)
    start_anew if %w[Head\ lift Doser].include?(name)
    enable
    write("speed.target", name == "Squeegee" ? 100 : 200)
    pass(1.5)
  end

  Bench::SETTINGS.each_key do |name|
    it "are all there in #{name}, and as the dictionary has them" do
      turning(name)
      profile = @stand_in.profile
      figures = profile.signals.to_h { |signal| [signal, firmware.signal(signal.key)] }
      expect(figures.values).to all(satisfy { |figure| figure.is_a?(Numeric) && figure.to_f.finite? })
      shaft = firmware.shaft
      told =
        figures.select do |signal, _|
          profile[signal.key] && !signal.plain? && signal.kind != :angle && signal.unit != "°"
        end
      expect(told.size).to be > 6
      told.each do |signal, figure|
        entry = profile.fetch(signal.key)
        expect(entry.unit).to eq(signal.unit_of(shaft)).or eq("mm/s")
        shown = entry.from_si(signal.kind ? shaft.real(signal.kind, figure) : figure)
        expect(read(signal.key)).to be_within(entry.scale.to_f).of(shown), signal.key
      end
      expect(firmware.signal("speed.demand").abs).to be > 1
      expect { firmware.signal("speed.of_light") }.to raise_error(KeyError)
    end
  end

  it "are the loops' own figures" do
    turning("Carriage")
    expect(firmware.signal("speed.measured") * 30 / Math::PI).to be_within(6).of(200)
    expect(firmware.signal("current.q") * 0.488 / Math.sqrt(2)).to be_within(0.01).of(firmware.signal("torque.actual"))
    asked = firmware.signal("voltage.asked")
    expect(Math.hypot(firmware.signal("voltage.alpha"), firmware.signal("voltage.beta"))).to be_within(0.01).of(asked)
    expect(@stand_in.profile.signals.size).to be > 40
  end
end
