# frozen_string_literal: true

module Api
  # The terminals of a drive: what each does, and what is at the other end of its wire.
  class TerminalsController < BaseController
    act assign: :plan, wire: :plan, foresee: :look, delay: :look

    OTHERS = %w[free exchange leave].freeze
    MOST_STEPS = 500

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

    # What would happen: contacts are moved on the page, and nothing else moves.
    def foresee
      outcomes = strip.foresee(steps, [within(:volts_1, -10.0..10.0), within(:volts_2, -10.0..10.0)])
      render json: outcomes.transform_values { |outcome| outcome.to_h.slice(:run, :asked, :held, :seconds, :sentence) }
    end

    # How long a contact takes to a controller that reads it every so many milliseconds, as drafted.
    def delay
      input = strip.input(whole(:input))
      found = Gallop::Terminals::Delay.new(debounce: input.debounce, interval: within(:interval, 0.1..10_000.0) / 1000)
      speed = within(:speed, 0.0..1000.0)
      render json: { latest: found.latest, shortest: found.shortest, sentence: found.sentence(speed) }
    end

    private

    # @return [Array<Integer>] closed contacts, bit by bit
    def steps
      given = params.require(:steps)
      fine = given.is_a?(Array) && given.size.between?(1, MOST_STEPS)
      fine &&= given.all? { |step| step.is_a?(Integer) && step.between?(0, 63) }
      return given if fine
      raise Unreadable, "steps: a list of 1 to #{MOST_STEPS} figures from 0 to 63 is expected."
    end

    def strip = TerminalStrip.new(drive)
    def answer = respond(TerminalStripSerializer, TerminalStrip.new(drive.reload))
  end
end
