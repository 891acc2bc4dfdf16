# frozen_string_literal: true

require "socket"

# Looking for drives on the laptop's networks. One search runs at a time; what it finds is kept as sightings.
module Discovery
  # A search is under way already.
  class Busy < Gallop::Refusal
    kind :not_now

    def initialize = super("A search is running. Wait until it has ended, or cancel it.")
  end

  @mutex = Mutex.new

  class << self
    attr_reader :scan, :strangers

    # @param places [Array<Array(String, Integer)>] beside which all known places are looked at
    def start(places)
      @mutex.synchronize do
        raise Busy if running?
        everywhere = (places + known).uniq
        @strangers = []
        @scan = Wire::Scan.new(everywhere)
        @thread = Thread.new(@scan, everywhere) { |scan, looked| run(scan, looked) }
      end
    end

    def cancel = scan&.cancel
    # One that was cancelled may still wait for its last answers; nobody waits for it.
    def running? = @thread&.alive? && !scan.cancelled? || false

    # @return [Array<Gallop::Network::Interface>] of this laptop
    def interfaces
      Socket.getifaddrs.filter_map do |one|
        next unless one.addr&.ipv4? && one.netmask
        Gallop::Network::Interface.of(one.name, one.addr.ip_address, one.netmask.ip_address)
      end
    end

    # What a technician is likely to look for: the stand-ins where a paddock runs, else the laptop's own networks. A
    # demo does not knock at doors of the network that it happens to run in.
    def proposal
      paddock = ENV["GALLOP_PADDOCK_PORT"].to_i
      return "127.0.0.1:#{paddock}-#{paddock + 9}" if paddock.positive?
      networks = interfaces.reject(&:loopback?).select { |interface| interface.mask >= 0xFFFFFF00 }
      networks
        .map { |interface| "#{Gallop::Network.dotted(interface.network)}/#{interface.mask.to_s(2).count("1")}" }
        .join(", ")
    end

    private

    def known = (Sighting.pluck(:host, :port) + Drive.pluck(:host, :port)).uniq

    def run(scan, looked)
      found = []
      scan.run { |answer| Rails.application.executor.wrap { take(answer, found) } }
      Rails.application.executor.wrap { note_silent(looked - found) } unless scan.cancelled?
      Link::Feed.announce(:discovery)
    end

    def take(answer, found)
      if answer.identity
        found << [answer.host, answer.port]
        Sighting.seen(answer.host, answer.port, 1, answer.identity, answer.values)
      elsif !Sighting.exists?(host: answer.host, port: answer.port)
        @strangers << answer
      end
      Link::Feed.announce(:discovery)
    end

    # Known drives that did not answer stay listed, as silent. One that is linked is not: its single client may be us.
    def note_silent(places)
      linked = Drive.all.select(&:online?).map { |drive| [drive.host, drive.port] }
      (places - linked).each { |host, port| Sighting.where(host: host, port: port).update_all(answering: false) }
    end
  end
end
