# frozen_string_literal: true

module Proving
  # "Window of speeds": the motor runs by its contacts, whoever stands at the machine brings the reference from end to
  # end, and the speeds at both ends are held against the lowest and the highest that are set. Gallop moves nothing;
  # what it holds to the gait stays held.
  class WindowProof < OfTerminals
    LONGEST = 300.0 # s

    asks_for done: %w[done]
    rests_on values: %w[
               limits.lowest_speed
               limits.highest_speed
               limits.motor_speed
               network.reference_source
               terminals.analog_1_low
               terminals.analog_1_high
               terminals.analog_2_low
               terminals.analog_2_high
             ]

    def needs = general_needs.linked + [started_by_contacts, by_a_signal]

    def announcement
      Announcement.new(
        moves: nil,
        lasts: LONGEST,
        sentence:
          "Gallop moves nothing. Start the motor by its contact, bring the reference to its lowest, wait until the " \
            "speed is steady, then to its highest, and wait again."
      )
    end

    def perform(run)
      begun = now
      look_on(run, "Bring the reference from end to end", within: LONGEST)
      seen = judged(connection.samples.since(begun))
      verdict(seen.findings, rows: rows(seen)) { "#{speed(seen.low.speed)} to #{speed(seen.high.speed)}." }
    end

    private

    def judged(samples)
      looks =
        samples.map do |sample|
          Gallop::Terminals::WindowSeen::Look.new(
            at: sample.at,
            asked: sample["references.asked"],
            speed: sample["speed.actual"],
            run: sample.raw.fetch("references.run")
          )
        end
      Gallop::Terminals::WindowSeen.new(
        looks,
        window: Gallop::Terminals::Window.of(setup),
        full: setup.full_speed,
        allowed: allowed,
        unit: drive.profile.speed_unit
      )
    end

    # What holds it at the end.
    def view = @view ||= Verification.new(drive, @tab)

    # What the gait leaves while it holds, and all else.
    def allowed = view.supervised ? view.allowed : view.limit

    def rows(seen)
      gait = view.supervised ? view.gait : "none, at full speed"
      ends = { "Lowest" => seen.low, "Highest" => seen.high }.select { |_, one| one }
      ends.map { |name, one| ["#{name} reference", "#{speed(one.speed)} seen, #{speed(one.expected)} expected"] } << [
        "Gait",
        gait
      ]
    end

    def speed(figure) = Gallop::Quantities.format(figure, drive.profile.speed_unit, 0)

    def started_by_contacts =
      Needs.need(
        "contacts",
        "Contacts start the motor",
        setup.commands?,
        "they do",
        "the network commands the motor",
        "Choose terminals as the command source."
      )

    def by_a_signal =
      Needs.need(
        "signal",
        "A signal gives the speed",
        %i[analog_1 analog_2].include?(setup.source),
        "it does",
        "the speed comes from elsewhere",
        "Choose an analog input as the reference source."
      )
  end
end
