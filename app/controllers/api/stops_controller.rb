# frozen_string_literal: true

module Api
  # STOP: for everybody, always. Needs no reins and no token; the worst that a forged request can do here is to stop a motor.
  # It is no safety function.
  class StopsController < BaseController
    skip_forgery_protection

    def create
      outcomes = Link::Registry.all.map { |connection| Thread.new { [ connection, stop(connection) ] } }.map(&:value)
      outcomes.each { |connection, problem| record(connection, problem) }
      render json: { stopped: names(outcomes, stopped: true), unreachable: names(outcomes, stopped: false) }
    end

    private

    # @return [String, nil] what went wrong
    def stop(connection)
      connection.motion.stop
      nil
    rescue Link::Lost, Link::Offline, Link::Refused => e
      e.message
    end

    def record(connection, problem)
      drive = Drive.find_by(id: connection.drive_id) or return
      drive.log("stop", problem ? "STOP could not reach the drive" : "STOP", problem.to_s)
      Link::Feed.changed(drive.id, "motion")
    end

    def names(outcomes, stopped:)
      outcomes.select { |_, problem| problem.nil? == stopped }.map { |connection, _| connection.name }
    end
  end
end
