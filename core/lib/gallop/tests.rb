# frozen_string_literal: true

module Gallop
  # The tests that can be run on a drive, in the order in which they are shown.
  module Tests
    # @!attribute stage [String] of Stages, where it is found
    Row = Record.define(:id, :title, :stage, :words)

    ALL = [
      Row.new(
        id: "hand_turn",
        title: "Counts a turn",
        stage: "feedback",
        words: "turn by hand shaft push counts index halls wiring encoder"
      ),
      Row.new(
        id: "direction",
        title: "Direction",
        stage: "verify",
        words: "direction of rotation forward backward reverse"
      ),
      Row.new(
        id: "sensor_offset",
        title: "Offset of the current sensors",
        stage: "verify",
        words: "zero current sensor offset transducer shunt"
      )
    ].freeze

    def self.fetch(id) = ALL.find { |row| row.id == id } || raise(KeyError, "no test “#{id}”")

    # Of a run that is kept, whose test there may be no more.
    def self.title(id) = ALL.find { |row| row.id == id }&.title || id
    def self.stage(id) = ALL.find { |row| row.id == id }&.stage || "verify"
  end
end
