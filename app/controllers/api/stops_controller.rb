# frozen_string_literal: true

module Api
  # STOP: for everybody, always. Needs no reins and no token; the worst that a forged request can do here is to stop a
  # motor.
  # It waits for nothing but the drives: its lines in the logbook are written when the database can. It is no safety
  # function.
  class StopsController < BaseController
    act create: :stop

    skip_forgery_protection

    REFUSALS = [Wire::Lost, Link::Offline, Wire::Refused, Link::Late].freeze

    def create
      outcomes = Link::Registry.all.map { |connection| Thread.new { [connection, stop(connection)] } }.map(&:value)
      Proving::Sequence.end_all("STOP.")
      Run.abort_all("STOP.")
      outcomes.each { |connection, problem| record(connection, problem) }
      render json: { stopped: names(outcomes, stopped: true), unreachable: names(outcomes, stopped: false) }
    end

    private

    # @return [String, nil] what went wrong
    def stop(connection)
      connection.motion.stop
      nil
    rescue *REFUSALS => e
      e.message
    end

    def record(connection, problem)
      author = Current.author
      connection.note do
        Drive.find_by(id: connection.drive_id)&.log(
          "stop",
          problem ? "STOP could not reach the drive" : "STOP",
          problem.to_s,
          author: author
        )
      end
      Link::Feed.changed(connection.drive_id, "motion")
    end

    def names(outcomes, stopped:)
      outcomes.select { |_, problem| problem.nil? == stopped }.map { |connection, _| connection.name }
    end
  end
end
