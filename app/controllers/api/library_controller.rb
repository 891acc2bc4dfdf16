# frozen_string_literal: true

module Api
  # The library of motors and feedback devices: looked through, taken for a drive, added to, as a table in and out.
  class LibraryController < BaseController
    act create: :plan, destroy: :plan, take: :plan

    MOST = 12
    STAGES = %w[motor feedback].freeze

    before_action :family!, only: :take

    rescue_from(Gallop::Library::Faulty) { |e| refuse(422, "#{e.message.sub(/\A./, &:upcase)}. Nothing was taken.") }

    def index
      parts = OwnPart.library(params[:kind].presence&.to_s)
      own = OwnPart.pluck(:part).to_set
      found = Gallop::Library.search(parts, params[:q].to_s.first(60)).first(MOST)
      respond(LibraryHitSerializer, found, own: own)
    end

    def table = send_data(Gallop::Library.write(OwnPart.library), type: "text/csv", filename: "library.csv")

    # A table, or the facts of a drive.
    def create
      return keep_from_drive if params.key?(:drive_id)
      taken = OwnPart.take(OwnPart.read(bytes(:content)))
      render json: { taken: taken }, status: :created
    end

    def destroy
      OwnPart.find_by!(part: params[:part]).destroy!
      head :no_content
    end

    # Puts the data of a motor, or of a feedback device, into the stages of a drive: the stage itself, and the titles of
    # others that have got something.
    def take
      listed = OwnPart.named(text(:part)) or
        raise Gallop::Objects::Unacceptable, "There is no such part in the library."
      stage = StageFacts.named(params[:stage]).new(drive)
      others = stage.take(listed)
      render json: FactStageSerializer.new(stage).to_h.merge(others: others)
      Link::Feed.changed(drive.id, "link", "values")
    end

    private

    def keep_from_drive
      stage = params.key?(:stage) ? choice(:stage, STAGES) : STAGES.first
      note = params.key?(:note) ? long_text(:note) : ""
      OwnPart.keep_from(Drive.find(record(:drive_id)), stage, text(:part).strip, note)
      render json: { taken: 1 }, status: :created
    end
  end
end
