# frozen_string_literal: true

# A drive of a project: where it is, what it was last seen to hold, what is drafted for it.
class Drive < ApplicationRecord
  include Surveyed
  include Linked
  include Drafted
  include Settled
  include Commanded
  include Logged

  self.attributes_for_inspect = %i[id name host port family]

  belongs_to :project
  has_many :drafts, dependent: :delete_all
  has_many :write_batches, dependent: :destroy
  has_many :proofs, dependent: :delete_all
  has_many :power_checks, dependent: :delete_all
  has_many :snapshots, dependent: :delete_all
  has_many :imports, dependent: :delete_all
  has_many :value_changes, dependent: :delete_all
  has_many :firmware_updates, dependent: :delete_all
  has_many :runs, dependent: :destroy
  has_many :loans, dependent: :delete_all
  has_many :recordings, dependent: :destroy
  has_many :traces, dependent: :destroy
  before_destroy { Roll.forget(self) }

  after_commit -> { Link::Feed.announce(:projects) }, on: %i[create destroy]
  after_update_commit -> { Link::Feed.changed(id, "link") },
                      if: -> { (%w[name host port unit] & saved_changes.keys).any? }

  normalizes :name, :host, with: ->(text) { text.squish }
  validates :name, presence: true, length: { maximum: 60 }, uniqueness: { scope: :project_id, case_sensitive: false }
  validates :host,
            presence: true,
            length: {
              maximum: 253
            },
            format: {
              with: /\A[A-Za-z0-9.:\-]+\z/,
              message: "is an address or a host name"
            }
  validates :port, numericality: { only_integer: true, in: 1..65_535 }
  validates :unit, numericality: { only_integer: true, in: 0..255 }
  validates :gait, inclusion: { in: Gallop::Gait.names }

  # @return [Gallop::Objects::Profile, nil] nil as long as nobody knows what family it is
  def profile = family && Gallop::Objects::Profile.load(family).at_version(identity["firmware"])

  # @raise [Gallop::Objects::Unacceptable] as long as nobody knows
  def profile! = profile || raise(Gallop::Objects::Unacceptable, "Connect #{name} once, so that its family is known.")

  def envelope = Gallop::Gait.fetch(gait)

  # How far it has come, what would be left undone, and what is next.
  def course = @course ||= Course.new(self).stages
  def tray = @tray ||= Tray.new(self)
  def open_ends = @open_ends ||= OpenEnds.new(self, course).all
  def next_step = NextStep.new(self, course, open_ends).step
end
