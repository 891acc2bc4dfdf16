# frozen_string_literal: true

module Api
  # The terminals of a drive: what each does, and what is at the other end of its wire.
  class TerminalsController < BaseController
    act assign: :plan, wire: :plan

    OTHERS = %w[free exchange leave].freeze

    before_action :family!

    def show = respond(TerminalStripSerializer, strip)

    # Puts a function on an input, and says what becomes of the one that has it.
    def assign
      number = whole(:input)
      function = whole(:function)
      drive.setting("terminals.input_#{number}_function").check(function)
      strip.assign(number, function, choice(:other, OTHERS))
      answer
    end

    # What the technician calls the other end.
    def wire
      strip.name_wire(text(:terminal), params[:name].nil? ? "" : scalar(:name, params[:name]))
      Link::Feed.changed(drive.id, "terminals")
      answer
    end

    private

    def strip = TerminalStrip.new(drive)
    def answer = respond(TerminalStripSerializer, TerminalStrip.new(drive.reload))
  end
end
