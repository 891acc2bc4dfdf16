# frozen_string_literal: true

module Api
  # Every answer is JSON; every refusal says what is wrong, with a status that fits, and has changed nothing.
  class BaseController < ApplicationController
    LONGEST_NAME = 60

    # What each action is, in the words of Motion::Authority::TABLE. One that changes something and says nothing is
    # refused.
    class_attribute :acts, default: {}.freeze

    # @param by_action [Hash{Symbol => Symbol}]
    def self.act(**by_action) = self.acts = acts.merge(by_action).freeze

    STATUSES = { unreadable: 400, not_yours: 403, absent: 404, not_now: 409, unacceptable: 422, no_answer: 504 }.freeze

    # What commands a drive never waits for what computes.
    COMPUTES = %i[look plan].freeze

    around_action :take_turns
    before_action :note_who
    before_action :permit!

    rescue_from(ActiveRecord::RecordNotFound) do |e|
      refuse(404, "There is no such #{(e.model || "thing").underscore.humanize.downcase}.")
    end
    rescue_from(ActiveRecord::RecordInvalid) { |e| refuse(422, sentence(e.record), fields: e.record.errors.to_hash) }
    rescue_from(ActiveRecord::RecordNotUnique) { refuse(409, "That exists already.") }
    rescue_from(ActionController::ParameterMissing) { |e| refuse(400, "“#{e.param}” is missing.") }
    rescue_from(ActionController::InvalidAuthenticityToken) do
      refuse(422, "The page is out of date. Reload it and try again.")
    end
    rescue_from(ActiveRecord::StatementInvalid) { |e| refuse_for_lack_of_room(e) }
    rescue_from(Gallop::Refusal) { |e| refuse_because(e) }
    rescue_from(Motion::Unconfirmed) { |e| refuse_because(e, hazards: HazardSerializer.new(e.hazards.to_a).to_h) }
    rescue_from(Motion::Reins::Held) { |e| refuse_because(e, holder: e.holder) }
    rescue_from(Motion::Unmet) { |e| refuse_because(e, needs: NeedSerializer.new(e.needs).to_h) }

    private

    # Of the path: a body may name anything.
    def drive
      @drive ||= Drive.includes(:project, :drafts).find(request.path_parameters.values_at(:drive_id, :id).compact.first)
    end

    # @param what [String] as in "Raising the gait" @raise [Unreadable]
    def confirmed!(what)
      raise Unreadable, "#{what} needs an explicit yes (confirm)." unless params[:confirm] == true
    end

    def take_turns(&) = computes? ? Turnstile.pass(&) : yield
    def computes? = request.get? || COMPUTES.include?(acts[action_name.to_sym])

    # The one question before anything is done; the models ask it again when words go out.
    def permit!
      return if request.get? || request.head?
      act = acts[action_name.to_sym] or
        raise NotImplementedError, "#{self.class.name}##{action_name} does not say what it does (act)."
      drive.authority.permit!(act) if about_a_drive? && Motion::Authority::TABLE.fetch(act).any?
    end

    def about_a_drive?
      request.path_parameters.key?(:drive_id) || is_a?(DrivesController) && request.path_parameters.key?(:id)
    end

    # Keys to which the request says an explicit yes, one by one.
    def yes = params[:hazards].blank? ? [] : list(:hazards)

    # The database took nothing: the disk is full, cannot be written, or somebody else holds the file.
    def refuse_for_lack_of_room(error)
      raise error unless error.cause.is_a?(SQLite3::Exception)
      message = DISK.find { |kind, _| error.cause.is_a?(kind) }&.last or raise error
      refuse(507, "#{message} Nothing of this was kept. STOP and a motor that turns are not touched by it.")
    end

    DISK = {
      SQLite3::FullException => "The disk is full.",
      SQLite3::ReadOnlyException => "The database cannot be written: it is read-only.",
      SQLite3::IOException => "The disk does not take what is written to it.",
      SQLite3::CantOpenException => "The database cannot be opened.",
      SQLite3::BusyException => "Another program holds the database."
    }.freeze

    # The name for the logbook and the secret of the tab, as headers.
    def note_who
      Current.author = CGI.unescape(request.headers["X-Gallop-Name"].to_s).scrub("").squish.first(LONGEST_NAME)
      Current.tab =
        request.headers["X-Gallop-Tab"].to_s.presence&.then { |tab| tab.length.between?(16, 128) ? tab : nil }
    end

    # @return [Hash{String => String}] a flat table of texts @raise [Unreadable]
    def texts(name, most: 200)
      given = params.require(name)
      unless given.is_a?(ActionController::Parameters)
        raise Unreadable, "#{name}: a table of names and texts is expected."
      end
      table = given.to_unsafe_h
      raise Unreadable, "#{name}: more than #{most} entries." if table.size > most
      table.transform_values { |text| scalar(name, text) }
    end

    # @return [Array<String>]
    def list(name, most: 1000)
      given = params.require(name)
      fine = given.is_a?(Array) && given.size <= most && given.all? { |item| item.is_a?(String) && item.length <= 100 }
      fine ? given.uniq : raise(Unreadable, "#{name}: a list of at most #{most} names is expected.")
    end

    # @return [String] short text
    def text(name)
      scalar(name, params.require(name))
    end

    # @return [Float] finite
    def figure(name)
      given = params.require(name)
      number = given.is_a?(Numeric) ? given.to_f : Float(given.to_s, exception: false)
      if number&.finite? && number.abs < 1e9
        number
      else
        raise(Unreadable, "#{name}: a figure is expected, not “#{given.to_s.truncate(40)}”.")
      end
    end

    # @return [Float]
    def within(name, range)
      given = figure(name)
      return given if range.cover?(given)
      ends = [range.begin, range.end].map { |one| one == one.round ? one.round : one }
      raise Unreadable, "#{name}: a figure from #{ends.join(" to ")} is expected."
    end

    def choice(name, choices)
      given = text(name)
      if choices.include?(given)
        given
      else
        raise(Unreadable, "#{name}: “#{given.truncate(40)}” is none of #{choices.join(", ")}.")
      end
    end

    # @return [String] the number of a record
    def record(name)
      given = params.require(name)
      if given.to_s.match?(/\A\d{1,18}\z/) && !given.is_a?(Array)
        given.to_s
      else
        raise(Unreadable, "#{name}: the number of a record is expected.")
      end
    end

    # @return [Integer]
    def whole(name)
      number = figure(name)
      number == number.round ? number.to_i : raise(Unreadable, "#{name}: a whole number is expected.")
    end

    # @return [String] up to 2 000 characters; it may be empty, and must be there
    def long_text(name)
      raise ActionController::ParameterMissing, name unless params.key?(name)
      given = params[name]
      raise Unreadable, "#{name}: a text is expected." unless given.is_a?(String) || given.is_a?(Numeric) || given.nil?
      given = given.to_s
      raise Unreadable, "#{name}: the text is longer than 2000 characters." if given.length > 2000
      unless given.valid_encoding? && !given.include?("\0")
        raise Unreadable, "#{name}: the text has characters that cannot be read."
      end
      given
    end

    # @return [String] bytes of a file, sent as Base64
    def bytes(name)
      given = params.require(name)
      raise Unreadable, "#{name}: a file in Base64 is expected." unless given.is_a?(String)
      Base64.strict_decode64(given)
    rescue ArgumentError
      raise Unreadable, "#{name}: this is no Base64."
    end

    def family! = drive.profile!

    def scalar(name, given)
      raise Unreadable, "#{name}: a text is expected." unless given.is_a?(String) || given.is_a?(Numeric) || given.nil?
      shown = given.to_s
      raise Unreadable, "#{name}: the text is longer than 200 characters." if shown.length > 200
      unless shown.valid_encoding? && !shown.include?("\0")
        raise Unreadable, "#{name}: the text has characters that cannot be read."
      end
      shown
    end

    def respond(serializer, object, status: :ok, **params) =
      render(json: serializer.new(object, params: params).to_h, status: status)

    def refuse_because(refusal, **more) = refuse(STATUSES.fetch(refusal.kind), refusal.sentence, **more)

    def refuse(status, message, **more) = render(json: { error: { message: message, **more } }, status: status)

    def sentence(record)
      record.errors.map { |error| "#{error.attribute.to_s.humanize} #{error.message}".strip }.uniq.join("; ") + "."
    end
  end
end
