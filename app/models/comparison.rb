# frozen_string_literal: true

# Two sides of settings against each other: draft, live, stored or factory of a drive, a snapshot, a file, another
# drive.
#
#   Comparison.new(drive, "live", "snapshot:7").lines
class Comparison
  Side = Gallop::Record.define(:id, :title, :values)
  Line = Gallop::Record.define(:entry, :left, :right, problem: nil) { def same? = left == right }

  OWN = %w[draft live stored factory].freeze

  attr_reader :drive

  def initialize(drive, left, right)
    drive.profile!
    @drive = drive
    @sides = [side(left), side(right)]
  end

  def left = @sides[0]
  def right = @sides[1]

  # @return [Array<Line>] in the order of the dictionary; those of one side alone have nil on the other
  def lines
    @lines ||=
      @drive.profile.settings.filter_map do |entry|
        values = @sides.map { |side| side.values[entry.key] }
        if values.any? { |value| !value.nil? }
          Line.new(entry: entry, left: values[0], right: values[1], problem: problem(entry, values[1]))
        end
      end
  end

  def differing = lines.reject(&:same?)

  # Takes single lines of the right side over into the draft. @return [Integer]
  def take(keys)
    values = right.values.slice(*keys)
    missing = keys - values.keys
    raise Gallop::Objects::Unacceptable, "#{right.title} has no value for #{missing.first}." if missing.any?
    @drive.draft_all(values, reason: "from #{right.title}".truncate(200))
  end

  # @return [Array<Array(String, String)>] id and title of all that can be compared
  def self.choices(drive)
    own = OWN.map { |name| [name, "#{name.capitalize} of #{drive.name}"] }
    snapshots = drive.snapshots.newest_first.map { |snapshot| ["snapshot:#{snapshot.id}", "Snapshot #{snapshot.name}"] }
    files = drive.imports.order(id: :desc).limit(10).map { |import| ["file:#{import.id}", "File #{import.name}"] }
    others =
      drive
        .project
        .drives
        .where.not(id: drive.id)
        .where.not(family: nil)
        .map { |other| ["drive:#{other.id}", "Live of #{other.name}"] }
    own + snapshots + files + others
  end

  private

  def side(id)
    kind, number = id.to_s.split(":", 2)
    case kind
    when *OWN
      own(kind)
    when "snapshot"
      @drive
        .snapshots
        .find(number)
        .then { |snapshot| Side.new(id: id, title: "snapshot “#{snapshot.name}”", values: snapshot.held) }
    when "file"
      @drive
        .imports
        .find(number)
        .then { |import| Side.new(id: id, title: "file “#{import.name}”", values: import.values) }
    when "drive"
      @drive
        .project
        .drives
        .find(number)
        .then { |other| Side.new(id: id, title: "live of #{other.name}", values: other.live_settings) }
    else
      raise Gallop::Objects::Unacceptable, "“#{id.to_s.truncate(40)}” is nothing that can be compared."
    end
  end

  def own(kind)
    values =
      case kind
      when "draft"
        @drive.drafted_values
      when "live"
        @drive.live_settings
      when "stored"
        @drive.profile.volatile? ? @drive.profile.factory : @drive.stored_values
      else
        @drive.profile.factory
      end
    Side.new(id: kind, title: kind, values: values)
  end

  # Another drive's or a file's value may be none that this drive can hold.
  def problem(entry, raw)
    entry.check(raw) unless raw.nil?
    nil
  rescue Gallop::Objects::Unacceptable => e
    e.message.delete_prefix("#{entry.name}: ")
  end
end
