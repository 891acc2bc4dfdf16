# frozen_string_literal: true

# Another drive of the same family in the project, which this one is set up like in one act: its facts, and its values
# as drafted there. What belongs to one device, or was measured at one motor, stays.
class Twin
  OWN = %w[network.address network.mask network.gateway network.address_source feedback.commutation_offset].freeze
  OWN_GROUPS = %w[sensing service].freeze # offsets of its current sensors, and its own upkeep

  # @param other [Drive] that it shall be like
  def initialize(drive, other)
    @drive = drive
    @other = other
  end

  # @raise [Gallop::Objects::Unacceptable]
  def permit!
    raise Gallop::Objects::Unacceptable, "#{@drive.name} is that drive itself." if @other.id == @drive.id
    return if @other.profile!.family == @drive.profile!.family
    raise Gallop::Objects::Unacceptable,
          "#{@other.name} is a #{@other.profile.title}, #{@drive.name} a #{@drive.profile.title}: their values do " \
            "not fit each other."
  end

  # @return [Integer] how many come from there, and how many of the present ones go for them
  def facts = @other.facts.count
  def replaced = @drive.facts.count

  # Settings that would be drafted. @return [Hash{String => Object}] raw by key
  def values
    present = @drive.drafted_values
    @values ||=
      @other.drafted_values.select do |key, raw|
        present.key?(key) && !own?(key) && present[key] != raw && @drive.holds?(key, raw)
      end
  end

  # @return [Integer] values that were drafted
  def take
    drafted = 0
    @drive.transaction do
      @drive.facts.delete_all
      rows = @other.facts.map { |fact| fact.slice(:stage, :key, :text, :source).merge(drive_id: @drive.id) }
      Fact.insert_all!(rows) if rows.any?
      drafted = @drive.draft_all(values, reason: "as #{@other.name}")
      @drive.log("project", "Set up like #{@other.name}", "#{rows.size} facts; #{drafted} values drafted")
    end
    @drive.facts.reset
    Link::Feed.changed(@drive.id, "values", "tray", "terminals", "looked", "logbook")
    drafted
  end

  private

  def own?(key) = OWN.include?(key) || OWN_GROUPS.include?(@drive.profile.fetch(key).group)
end
