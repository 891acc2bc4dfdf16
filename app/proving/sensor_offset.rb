# frozen_string_literal: true

module Proving
  # What the current sensors show while no current can flow: with the power stage off and the drive's own correction
  # taken away for as long as it is read. Nothing moves.
  class SensorOffset < Test
    CHANNELS = { "sensing.offset_u" => "sensing.current_u", "sensing.offset_v" => "sensing.current_v" }.freeze
    SETTLES = 0.2 # s, ten times the low-pass of the readings
    READINGS = 40
    APART = 0.05 # s

    rests_on values: CHANNELS.keys + %w[motor.rated_current]

    def applies? = super && channels.any?
    def needs = general_needs.at_rest

    def announcement
      Announcement.new(
        moves: nil,
        lasts: SETTLES + READINGS * (APART + 0.05),
        sentence:
          "The power stage stays off and nothing moves. For a moment the drive does without its " \
            "offset correction, which then is as before."
      )
    end

    def perform(run)
      at, readings = run.at_rest { run.borrowing(channels.keys.index_with(0)) { read(run) } }
      Trace.keep(drive, run: run, at: at, columns: readings.transform_keys { |key| channels.fetch(key) })
      judge(Gallop::Identify::SensorOffset.new(readings, names: names, rated: figure("motor.rated_current")))
    end

    private

    def channels = CHANNELS.select { |key, _| drive.profile[key] }
    def names = channels.keys.index_with { |key| drive.profile.fetch(key).name[/phase \w+/] || "the motor" }

    # @return [Array(Array<Float>, Hash{String => Array<Float>})] s, and A by the key of the setting
    def read(run)
      run.report("The readings settle", 0.0)
      run.pause(SETTLES)
      looks =
        Array.new(READINGS) do |n|
          run.report("Reading #{n + 1} of #{READINGS}", n / READINGS.to_f)
          run.pause(APART) if n.positive?
          [Process.clock_gettime(Process::CLOCK_MONOTONIC), *look]
        end
      times, *columns = looks.transpose
      [times.map { |time| time - times.first }, channels.keys.zip(columns).to_h]
    end

    def look =
      connection.ask { |wire| channels.values.map { |key| wire.profile.fetch(key).figure(wire.read_one(key)) } }

    def judge(found)
      rows =
        found.estimates.map do |one|
          [
            names.fetch(one.key).upcase_first,
            "#{milliamps(one.figure)} ± #{milliamps(one.uncertainty)} mA, #{percent(found.share(one))}"
          ]
        end
      Verdict.new(
        passed: found.findings.empty?,
        headline: headline(found),
        rows: rows,
        findings: found.findings,
        estimates: found.estimates
      )
    end

    def headline(found)
      worst = found.estimates.max_by { |one| one.figure.abs }
      "#{milliamps(worst.figure)} mA at most, #{percent(found.share(worst))} of the rated current."
    end

    def milliamps(figure) = Gallop::Quantities.format(figure * 1000, nil, 1)
    def percent(share) = Gallop::Quantities.format(share * 100, "%", 2)
  end
end
