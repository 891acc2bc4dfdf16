# frozen_string_literal: true

module Motion
  # A motion that an enabling entails by itself, and that takes a yes of its own.
  class Consent
    attr_reader :name

    # @param sentence [String] with %s for the drive's name
    def initialize(name, sentence, &applies)
      @name = name
      @sentence = sentence
      @applies = applies
    end

    # @param kind [String] of Mode::KINDS
    def applies?(motion, kind) = @applies.call(motion, kind)

    def sentence(drive_name) = "#{format(@sentence, drive_name)} That needs an explicit yes (#{name})."

    ALIGN = "%s is aligned at its first enabling: the motor moves by itself, up to half an electrical turn."
    PULSE = "The pulse input commands %s: once enabled, the motor follows the pulse."
    TEAM = "%s is the first of its team: once enabled, the motors of the others start and turn with it."
    LOAD = "The holding brake of %s opens, and nothing but the torque that is asked for holds the load."

    ALL = [
      new("align", ALIGN) { |motion, kind| kind != Mode::INJECTION && motion.aligns? },
      new("pulse", PULSE) { |motion, kind| kind != Mode::INJECTION && motion.follows_pulse? },
      new("team", TEAM) { |motion, kind| kind != Mode::INJECTION && motion.leads_team? },
      new("load", LOAD) { |motion, kind| kind == "torque" && motion.brake? }
    ].freeze

    NAMES = ALL.map(&:name).freeze
  end
end
