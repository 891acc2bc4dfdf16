# frozen_string_literal: true

require_relative "../core_helper"
require "json"

# Against Octave's control package: core/spec/tools/loops.m, run by hand, wrote core/spec/tools/loops.json.
RSpec.describe Gallop::Tune::Loops do
  cases = JSON.parse(File.read(File.join(__dir__, "../tools/loops.json")))
  frequencies = [2, 5, 10, 20, 40, 60, 80, 120, 200, 300, 450, 700, 1000, 1500]

  def stage(given)
    Gallop::Tune::Stage.new(
      resistance: given["resistance"],
      inductance: given["inductance"],
      bandwidth: given["bandwidth"],
      torque: 1.0,
      speed: 100.0,
      up: 1000.0,
      down: 1000.0
    )
  end

  def gains(given)
    notches =
      given["notches"].each_with_index.map do |(frequency, width, depth), n|
        Gallop::Tune::Gains::Notch.new(number: n + 1, frequency: frequency, width: width, depth: depth)
      end
    Gallop::Tune::Gains.new(
      speed_gain: given["kp"],
      integral_time: given["ti"],
      speed_filter: given["filter"],
      low_pass: given["low_pass"].to_f,
      notches: notches
    )
  end

  def mechanism(given)
    Gallop::Tune::Mechanism.new(
      inertia: given["j1"],
      load_inertia: given["j2"].to_f,
      stiffness: given["k"].to_f,
      damping: given["d"].to_f,
      viscous: given["b"]
    )
  end

  cases.each_with_index do |given, n|
    it "answers as Octave has it, within 0.1 dB and 0.5°, with #{given["notches"].size} notches " \
         "#{given["j2"].zero? ? "and one mass" : "and two masses"} (#{n + 1})" do
      loops =
        described_class.new(gains(given), mechanism(given), stage(given), frequencies: Numo::DFloat.cast(frequencies))
      open = loops.speed.open
      decibels = open.abs.to_a.map { |gain| 20 * Math.log10(gain) }
      degrees = open.arg.to_a.map { |angle| angle * 180 / Math::PI }
      expect(decibels.zip(given["decibels"]).map { |ours, theirs| (ours - theirs).abs }.max).to be < 0.1
      off = degrees.zip(given["degrees"]).map { |ours, theirs| ((ours - theirs + 180) % 360 - 180).abs }
      expect(off.max).to be < 0.5
    end
  end

  # Coefficients by falling powers of s/100.
  def rational(given)
    points = Numo::DFloat.cast(Array.new(4000) { |n| 0.5 * (4000 / 0.5)**(n / 3999.0) })
    s = Numo::DComplex.cast(points) * Complex(0, 2 * Math::PI / 100)
    horner = ->(coefficients) { coefficients.inject(s * 0) { |sum, one| sum * s + one } }
    open = horner.(given["numerator"]) / horner.(given["denominator"])
    Gallop::Tune::Margins.new(points, open, open / (open + 1))
  end

  it "finds the margins that Octave finds, within 0.1 dB and 0.5°" do
    cases.each do |given|
      margins = rational(given)
      expect(margins.phase).to be_within(0.5).of(given["phase_margin"])
      all = [margins.gain, margins.least_gain&.-@].compact
      expect(all.map { |gain| (gain - given["gain_margin"]).abs }.min).to be < 0.1
    end
  end
end
