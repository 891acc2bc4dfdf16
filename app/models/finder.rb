# frozen_string_literal: true

# Finds stages, values, fault codes and drives of a project by any word that a technician would use. Every word typed
# must be found somewhere in an item; where it is found decides the rank.
class Finder
  MOST = 12
  WEIGHTS = { name: 10, key: 7, synonym: 8, address: 12, help: 2 }.freeze
  Hit = Gallop::Record.define(:kind, :title, :detail, :path, :score)

  def initialize(project, drive)
    @project = project
    @drive = drive
  end

  # @return [Array<Hit>] best first
  def find(query)
    words = query.downcase.split.first(6)
    return [] if words.empty?
    (items.filter_map { |item| hit(item, words) } + values(query))
      .sort_by
      .with_index { |hit, order| [-hit.score, order] }
      .first(MOST)
  end

  private

  def items = drives + pages + (@drive ? stages + views + actions : []) + (@drive&.profile ? faults : [])

  def hit(item, words)
    scores =
      words.map do |word|
        item[:texts].flat_map { |field, texts| Array(texts).filter_map { |text| score(field, text, word) } }.max
      end
    return if scores.any?(&:nil?)
    Hit.new(
      kind: item[:kind],
      title: item[:title],
      detail: item[:detail],
      path: item[:path],
      score: scores.sum + item.fetch(:bonus, 0)
    )
  end

  def score(field, text, word)
    weight = WEIGHTS.fetch(field)
    text = text.downcase
    return weight * 3 if text == word
    return weight * 2 if text.match?(/(\A|[\s.:,(-])#{Regexp.escape(word)}/)
    weight if word.length > 2 && text.include?(word)
  end

  def base = "/projects/#{@project.id}"
  def drive_path(drive, stage) = "#{base}/drives/#{drive.id}/#{stage}"

  def drives
    @project.drives.map do |drive|
      {
        kind: "drive",
        title: drive.name,
        detail: "#{drive.host}:#{drive.port}",
        path: drive_path(drive, "connect"),
        bonus: 4,
        texts: {
          name: drive.name,
          help: drive.host
        }
      }
    end
  end

  def pages
    [
      {
        kind: "page",
        title: "Find drives",
        detail: "On the networks of this laptop",
        path: "#{base}/discovery",
        bonus: 32,
        texts: {
          name: "Find drives",
          synonym: %w[scan search discover network address subnet lost],
          help: ""
        }
      },
      {
        kind: "page",
        title: "Logbook",
        detail: "Who did what, when",
        path: "#{base}/logbook",
        bonus: 32,
        texts: {
          name: "Logbook",
          synonym: %w[history log record],
          help: ""
        }
      },
      {
        kind: "page",
        title: "Project",
        detail: "Its drives",
        path: base,
        bonus: 32,
        texts: {
          name: "Project",
          synonym: %w[drives overview],
          help: ""
        }
      }
    ]
  end

  # What there is of each drive beside its course.
  def views
    [
      ["values", "Values", %w[parameters settings objects dictionary]],
      ["compare", "Compare", %w[difference changed factory]],
      ["files", "Files and snapshots", %w[export import backup dcf eds csv json restore]]
    ].map do |path, title, words|
      {
        kind: "page",
        title: title,
        detail: "Of #{@drive.name}",
        path: drive_path(@drive, path),
        bonus: 6,
        texts: {
          name: title,
          synonym: words,
          help: ""
        }
      }
    end
  end

  # What can be done with a drive, where its button is.
  def actions
    ACTIONS.map { |title, place, words| action(title, place, words) } +
      Gallop::Tests::ALL.map { |test| action("Test: #{test.title}", test.stage, test.words.split) }
  end

  ACTIONS = [
    ["Connect or disconnect", "connect", %w[link online offline]],
    ["Write the draft", "connect?tray", %w[send download transfer]],
    ["Store in the drive", "connect?tray", %w[save keep memory]],
    ["Restart the drive", "connect?tray", %w[reboot boot]],
    ["Take a snapshot", "files", %w[backup copy]],
    ["Put back factory values", "files", %w[restore reset default]],
    ["Write firmware", "connect", %w[update program flash]],
    ["Take the reins", "verify", %w[enable hold control]],
    ["Reset a fault", "verify", %w[acknowledge clear trip]]
  ].freeze
  private_constant :ACTIONS

  def action(title, place, words)
    {
      kind: "action",
      title: title,
      detail: "On #{@drive.name}",
      path: drive_path(@drive, place),
      bonus: 6,
      texts: {
        name: title,
        synonym: words,
        help: ""
      }
    }
  end

  def stages
    Course
      .new(@drive)
      .stages
      .map do |stage|
        {
          kind: "stage",
          title: stage.title,
          detail: "Stage of #{@drive.name}",
          path: drive_path(@drive, stage.id),
          bonus: 6,
          texts: {
            name: stage.title,
            help: Gallop::Stages.fetch(stage.id).words
          }
        }
      end
  end

  def values(query)
    return [] unless @drive&.profile
    Gallop::Objects::Lookup
      .of(@drive.profile)
      .ranked(query)
      .first(MOST)
      .map do |entry, score|
        Hit.new(
          kind: "value",
          title: entry.name,
          detail: "#{@drive.profile.groups.fetch(entry.group)}  #{entry.address}",
          path: drive_path(@drive, "values") + "?value=#{entry.key}",
          score: score
        )
      end
  end

  def faults
    @drive.profile.faults.values.map do |fault|
      {
        kind: "fault",
        title: "Fault #{fault.hex}: #{fault.name}",
        detail: fault.meaning,
        path: drive_path(@drive, "verify") + "?fault=#{fault.hex}",
        texts: {
          name: fault.name,
          address: "#{fault.hex} 0x#{fault.hex} #{fault.code}",
          synonym: %w[fault trip alarm],
          help: fault.meaning
        }
      }
    end
  end
end
