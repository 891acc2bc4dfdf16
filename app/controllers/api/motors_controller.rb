# frozen_string_literal: true

module Api
  # The library of motors: looked through, taken for a drive, added to, as a table in and out.
  class MotorsController < BaseController
    act create: :plan, destroy: :plan, take: :plan

    MOST = 12

    before_action :family!, only: :take

    rescue_from(Gallop::Motors::Library::Faulty) do |e|
      refuse(422, "#{e.message.sub(/\A./, &:upcase)}. Nothing was taken.")
    end

    def index
      motors = OwnMotor.library(params[:kind].presence&.to_s)
      own = OwnMotor.pluck(:part).to_set
      found = Gallop::Motors::Library.search(motors, params[:q].to_s.first(60)).first(MOST)
      respond(MotorHitSerializer, found, own: own)
    end

    def table = send_data(Gallop::Motors::Library.write(OwnMotor.library), type: "text/csv", filename: "motors.csv")

    # A table, or the facts of a drive.
    def create
      return keep_from_drive if params.key?(:drive_id)
      taken = OwnMotor.take(OwnMotor.read(bytes(:content)))
      render json: { taken: taken }, status: :created
    end

    def destroy
      OwnMotor.find_by!(part: params[:part]).destroy!
      head :no_content
    end

    # Puts the motor's data into the stage Motor of a drive.
    def take
      motor = OwnMotor.named(text(:part)) or
        raise Gallop::Objects::Unacceptable, "There is no such motor in the library."
      stage = Motor.new(drive)
      stage.take(motor)
      respond(FactStageSerializer, stage)
      Link::Feed.changed(drive.id, "link")
    end

    private

    def keep_from_drive
      OwnMotor.keep_from(Drive.find(record(:drive_id)), text(:part).strip, params.key?(:note) ? long_text(:note) : "")
      render json: { taken: 1 }, status: :created
    end
  end
end
