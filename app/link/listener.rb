# frozen_string_literal: true

module Link
  # A page that listens: it names the drives and figures that it shows, and is told these and what has changed. On a
  # socket of its own: see docs/decisions/live-socket.md.
  class Listener < BrowserSocket
    PATH = "/live"
    LONGEST = 32_768 # bytes of a message

    def initialize(env, io)
      super(env, io, longest: LONGEST)
      @shown = {}.freeze
      @heard = false
    end

    # @return [Showing, nil] nil when it does not show the drive
    def showing(drive_id) = @shown[drive_id]

    private

    # What it shows; each message replaces the one before. Of drives that it has not shown before, word of changes comes
    # from now on: it is told so, and asks how they stand.
    def hear(message)
      shown = Showing.read(JSON.parse(message.to_s)) or return
      before = @shown
      @shown = shown.freeze
      Feed.join(self)
      tell(JSON.generate(shown: shown.keys)) if !@heard || shown.keys.sort != before.keys.sort
      @heard = true
      shown.each { |id, one| tell_past(id, one.charted) if (one.charted - (before[id]&.charted || [])).any? }
    rescue JSON::ParserError
      nil # no page of ours says that
    end

    def tell_past(drive_id, keys) = Feed.past(drive_id, keys)&.then { |text| tell(text) }

    def gone = Feed.leave(self)
  end
end
