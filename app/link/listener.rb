# frozen_string_literal: true

module Link
  # A page that listens: it names the drives that it shows, and is told their live figures and what has changed. On a
  # socket of its own because six drives with five pages are 660 messages a second: see docs/decisions/live-socket.md.
  class Listener < BrowserSocket
    PATH = "/live"
    LONGEST = 2048 # bytes of a message
    MOST = 64      # drives

    def initialize(env, io)
      super(env, io, longest: LONGEST)
      @drives = [].freeze
    end

    def shows?(drive_id) = @drives.include?(drive_id)

    private

    # The drives, by number; each message replaces the one before.
    def hear(message)
      drives = JSON.parse(message.to_s)
      return unless drives.is_a?(Array) && drives.size <= MOST && drives.all?(Integer)
      @drives = drives.freeze
      Feed.join(self)
    rescue JSON::ParserError
      nil # no page of ours says that
    end

    def gone = Feed.leave(self)
  end
end
