# frozen_string_literal: true

module Api
  # The tests that are left for a drive, one after the other.
  class SequencesController < BaseController
    act create: :prove, destroy: :stop

    before_action :family!

    def show = respond(SequenceSerializer, sequence)

    def create
      eyes = params[:eyes].blank? ? [] : list(:eyes)
      respond(
        SequenceSerializer,
        sequence.start(eyes: eyes, told: told, taking: params[:taking] == true),
        status: :created
      )
    end

    def destroy
      Proving::Sequence.of(drive.id)&.end_it("Ended by #{Current.author.presence || "somebody"}.")
      respond(SequenceSerializer, sequence)
    end

    private

    def sequence = @sequence ||= Proving::Sequence.new(drive, Current.tab)

    # Figures that its tests are told at their beginning.
    def told
      ranges = sequence.left.map { |test| test.class.begun_with.select { |_, what| what.is_a?(Range) } }
      ranges.reduce({}, :merge).to_h { |name, range| [name, within(name, range)] }
    end
  end
end
