# frozen_string_literal: true

require "ipaddr"

module Gallop
  module Network
    # Hosts and ports to look at, as a technician types them.
    #
    #   Places.parse("192.168.30.11-40, 10.0.0.0/28:502, 127.0.0.1:15020-15029")   # => [ [ "192.168.30.11", 502 ], … ]
    module Places
      # What was typed is no range. The message names the part and the reason.
      class Unreadable < Refusal
      end

      MOST = 4096
      STANDARD_PORT = 502

      module_function

      # @param text [String] parts separated by commas or spaces @return [Array<Array(String, Integer)>] hosts and ports
      def parse(text)
        parts = text.to_s.split(/[\s,;]+/).reject(&:empty?)
        if parts.empty?
          refuse(
            "Nothing was typed. An address such as 192.168.30.11, a range such as 192.168.30.1-60, or " \
              "192.168.30.0/24 is expected."
          )
        end
        parts.flat_map { |part| places(part) }.uniq.tap { |all| too_many(all.size) if all.size > MOST }
      end

      def places(part)
        hosts, ports = part.split(":", 2)
        numbers = ports ? ports_of(part, ports) : [STANDARD_PORT]
        found = hosts_of(part, hosts)
        too_many(found.size * numbers.size) if found.size * numbers.size > MOST
        found.to_a.product(numbers)
      end

      def ports_of(part, text)
        first, last = text.match(/\A(\d{1,5})(?:-(\d{1,5}))?\z/)&.captures
        if first.nil?
          refuse("“#{part}”: a port from 1 to 65535, or a range like 15020-15029, is expected after the colon")
        end
        range = Integer(first, 10)..Integer(last || first, 10)
        unless range.begin.between?(1, 65_535) && range.end.between?(range.begin, 65_535)
          refuse("“#{part}”: ports go from 1 to 65535, the smaller one first")
        end
        range.to_a
      end

      def hosts_of(part, text)
        case text
        when %r{\A[\d.]+/\d+\z}
          network(part, text)
        when /\A([\d.]+)-([\d.]+)\z/
          range(part, $1, $2)
        when /\A[\d.]+\z/
          [Network.dotted(address(part, text))]
        when /\A[a-z0-9]([a-z0-9.-]*[a-z0-9])?\z/i
          [text]
        else
          refuse("“#{part}” is no address")
        end
      end

      # Without the addresses of the network itself and its broadcast.
      def network(part, text)
        bits = Integer(text[/\d+\z/], 10)
        refuse("“#{part}”: a network of 20 to 32 bits can be searched") unless bits.between?(20, 32)
        mask = (0xFFFFFFFF << (32 - bits)) & 0xFFFFFFFF
        first = address(part, text[%r{\A[^/]+}]) & mask
        last = first | (~mask & 0xFFFFFFFF)
        (bits < 31 ? first + 1..last - 1 : first..last).map { |number| Network.dotted(number) }
      end

      # 192.168.30.11-40, or both ends in full.
      def range(part, from, to)
        first = address(part, from)
        last = to.include?(".") ? address(part, to) : address(part, from.sub(/\d+\z/, to))
        refuse("“#{part}”: the smaller address comes first") if last < first
        too_many(last - first + 1) if last - first >= MOST
        (first..last).map { |number| Network.dotted(number) }
      end

      def address(part, text)
        octets = text.split(".").map { |octet| octet.match?(/\A\d{1,3}\z/) ? Integer(octet, 10) : 256 }
        unless octets.size == 4 && octets.all? { |octet| octet <= 255 }
          refuse("“#{part}”: four numbers from 0 to 255 are expected, such as 192.168.30.11")
        end
        octets.reduce(0) { |sum, octet| (sum << 8) | octet }
      end

      def too_many(count) = refuse("#{count} places are too many; #{MOST} can be searched at once")
      def refuse(reason) = raise(Unreadable, reason)
      private_class_method :places, :ports_of, :hosts_of, :network, :range, :address, :too_many, :refuse
    end
  end
end
