# frozen_string_literal: true

module Api
  # Tests on their way. What a test is told at its beginning, and what it asks for, it declares itself.
  class RunsController < BaseController
    act create: :prove, answer: :answer, abort: :stop, put_back: :borrow

    before_action :family!

    def index = respond(RunSerializer, drive.runs.newest_first.limit(50).includes(:proof, :loans, :trace))
    def show = respond(RunSerializer, run)

    # What was recorded in it.
    def trace
      trace = run.trace or raise ActiveRecord::RecordNotFound.new(nil, "Trace")
      respond(TraceSerializer, trace)
    end

    def create
      test = named(choice(:test, Gallop::Tests::ALL.map(&:id)))
      raise Gallop::Objects::Unacceptable, "“#{test.title}” makes no sense for #{drive.name}." unless test.applies?
      respond(RunSerializer, test.start(**begun_with(test.class), **looked_at(test)), status: :created)
    end

    def answer
      test = named(under_way!.kind)
      test.answer(under_way!, **told(test.class.asks_for))
      respond(RunSerializer, run.reload)
    end

    def abort
      under_way!.abort("Ended by #{Current.author.presence || "somebody"}.")
      respond(RunSerializer, run.reload)
    end

    # Values that a run which was cut short has left in the drive.
    def put_back
      Loan.return_what_was_left(drive)
      respond(RunSerializer, run.reload)
    end

    private

    def run = @run ||= drive.runs.find(params[:id])
    def named(id) = Proving::Test.named(id).new(drive, Current.tab)

    # Only the object that is under way can be talked to.
    def under_way!
      one = Run.of(drive.id)
      one if one&.id == run.id or raise Run::NotAsking
    end

    # What only eyes can check, where the test asks for it.
    def looked_at(test)
      return {} if test.eyes.empty?
      ids = params[:eyes]
      return { eyes: [] } if ids.nil?
      unless ids.is_a?(Array) && (ids - test.eyes.map(&:id)).empty?
        raise Gallop::Objects::Unacceptable, "Eyes: a list of #{test.eyes.map(&:id).join(", ")}."
      end
      { eyes: ids }
    end

    def begun_with(test)
      told(test.begun_with.merge(test.may_be_told.select { |name, _| params.key?(name) }))
    end

    def told(declared) =
      declared.to_h { |name, what| [name, what.is_a?(Range) ? within(name, what) : choice(name, what)] }
  end
end
