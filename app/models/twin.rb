# frozen_string_literal: true

# Another drive of the same family in the project, which this one is set up like in one act: its facts, and its values
# as drafted there. What belongs to one device, or was measured at one motor, stays. Where both hang on one line, it can
# follow the other in the same act.
class Twin
  OWN = %w[
    network.address
    network.mask
    network.gateway
    network.address_source
    feedback.commutation_offset
    team.place
    team.turns
  ].freeze
  OWN_GROUPS = %w[sensing service].freeze # offsets of its current sensors, and its own upkeep

  # @param other [Drive] that it shall be like
  # @param follow [Boolean] whether it shall go together with the other, which leads
  def initialize(drive, other, follow: false)
    @drive = drive
    @other = other
    @follow = follow
  end

  # @raise [Gallop::Objects::Unacceptable]
  def permit!
    raise Gallop::Objects::Unacceptable, "#{@drive.name} is that drive itself." if @other.id == @drive.id
    if @other.profile!.family != @drive.profile!.family
      raise Gallop::Objects::Unacceptable,
            "#{@other.name} is a #{@other.profile.title}, #{@drive.name} a #{@drive.profile.title}: their values do " \
              "not fit each other."
    end
    permit_following! if @follow
  end

  # The place that it would have behind the other. @return [Integer, nil] nil where the family has no such line, or all
  # are taken
  def place
    return if @drive.profile["team.place"].nil? || led["team.place"] > TEAM::FIRST
    following = led["team.place"] == TEAM::FIRST ? led["team.size"] + 1 : TEAM::FIRST + 1
    following if following <= TEAM::LARGEST
  end

  # @return [Integer] how many come from there, and how many of the present ones go for them
  def facts = @other.facts.count
  def replaced = @drive.facts.count

  # Settings that would be drafted. @return [Hash{String => Object}] raw by key
  def values
    present = @drive.drafted_values
    @values ||= wanted.select { |key, raw| present.key?(key) && present[key] != raw && @drive.holds?(key, raw) }
  end

  # @return [Integer] values that were drafted
  def take
    drafted = 0
    @drive.transaction do
      @drive.facts.delete_all
      rows = @other.facts.map { |fact| fact.slice(:stage, :key, :text, :source).merge(drive_id: @drive.id) }
      Fact.insert_all!(rows) if rows.any?
      leading = leads if @follow
      drafted = @drive.draft_all(values, reason: "as #{@other.name}")
      @drive.log("project", "Set up like #{@other.name}", "#{rows.size} facts; #{drafted} values drafted")
      @other.draft_all(leading, reason: "leads #{@drive.name}") if leading
    end
    @drive.facts.reset
    [@drive, *(@other if @follow)].each do |one|
      Link::Feed.changed(one.id, "values", "tray", "terminals", "looked", "logbook")
    end
    drafted
  end

  private

  TEAM = Gallop::Terminals::Team
  private_constant :TEAM

  # As drafted at the other.
  def led = @led ||= @other.drafted_values

  def permit_following!
    return if place
    raise Gallop::Objects::Unacceptable, "#{@other.name} is led by another drive itself." if led["team.place"].to_i > 1
    raise Gallop::Objects::Unacceptable, "A #{@drive.profile.title} has no line to others." if led["team.place"].nil?
    raise Gallop::Objects::Unacceptable, "A team has #{TEAM::LARGEST} drives at most."
  end

  def wanted
    like = led.reject { |key, _| own?(key) }
    @follow ? like.merge(follows) : like
  end

  # The first says when and how fast; its own transmitter is not looked at.
  def follows =
    {
      "network.command_source" => Gallop::Terminals::BY_TEAM,
      "network.reference_source" => Gallop::Terminals::SOURCES.key(:team),
      "team.place" => place,
      "team.size" => place,
      "pulse.function" => 0
    }

  def leads = { "team.place" => TEAM::FIRST, "team.size" => place }

  def own?(key) = OWN.include?(key) || OWN_GROUPS.include?(@drive.profile.fetch(key).group)
end
