# frozen_string_literal: true

# When one value changed, from what to what, and by whom: what Gallop wrote, and what it noticed.
class ValueHistory
  MOST = 50
  Step = Gallop::Record.define(:at, :before, :after, :how, :author)

  def initialize(drive, key)
    @drive = drive
    @key = key
  end

  # @return [Array<Step>] latest first
  def steps = (written + noticed).sort_by { |step| -step.at.to_f }.first(MOST)

  private

  def written
    WriteLine
      .joins(:write_batch)
      .includes(:write_batch)
      .where(write_batches: { drive_id: @drive.id }, key: @key, state: %w[confirmed adjusted undone])
      .order(id: :desc)
      .limit(MOST)
      .map { |line| step(line) }
  end

  def step(line)
    undone = line.state == "undone"
    Step.new(
      at: line.write_batch.created_at,
      before: undone ? line.wanted : line.before,
      after: line.read_back,
      how: undone ? "undone" : "written",
      author: line.write_batch.author
    )
  end

  def noticed
    ValueChange
      .where(drive: @drive, key: @key)
      .order(at: :desc)
      .limit(MOST)
      .map do |change|
        Step.new(at: change.at, before: change.before, after: change.after, how: change.how, author: change.author)
      end
  end
end
