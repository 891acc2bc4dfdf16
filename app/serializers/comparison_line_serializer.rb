# frozen_string_literal: true

class ComparisonLineSerializer < ApplicationSerializer
  field(:key, "string") { |line| line.entry.key }
  field(:name, "string") { |line| line.entry.name }
  field(:group, "string") { |line| params[:profile].groups.fetch(line.entry.group) }
  field(:address, "string") { |line| line.entry.address }
  field(:left, "string") { |line| line.entry.show(line.left) }
  field(:right, "string") { |line| line.entry.show(line.right) }
  field(:same, "boolean", &:same?)
  field(:takable, "boolean") { |line| !line.same? && !line.right.nil? && line.problem.nil? }
  field :problem, "string | null"
end
