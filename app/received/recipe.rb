# frozen_string_literal: true

module App
  module Received
    # A recipe or assembly as received; also text that was pasted (filename nil).
    class Recipe
      NOTE = /\A#\s*change:\s*(.+)$/

      attr_reader :filename

      def self.takes?(filename) = filename.match?(Intake::RECIPE) || filename.match?(/\.ya?ml\z/i)

      def initialize(bytes, filename = nil, progress: nil) # rubocop:disable Lint/UnusedMethodArgument -- as for all kinds
        @text = TextBytes.decode(bytes, "The recipe #{filename}".strip)
        @filename = filename && File.basename(filename)[0, 120]
      end

      def kind = Received.kind_of(@text)
      def bytes = @text
      def digest = Digest::SHA256.hexdigest(@text)
      def stem = @filename && Received.stem(@filename)
      # Modelling::Model. Raises RecipeFault.
      def model = @model ||= Workshop.try_build(text)
      def name = model.name
      def number = model.properties['number'].to_s.strip.then { |n| n.empty? ? nil : n }
      def properties = model.properties
      # What its first line says changed, nil when nothing.
      def note = @text[NOTE, 1]&.strip
      def same_as?(revision) = revision.recipe == text(revision.model)

      # (An assembly's components are pinned at the revisions they have now. A tolerance plan that was made here stays:
      # the system outside, which knows none, can't take it away.)
      def text(after = nil)
        @pinned ||= Workshop.pinned(@text)
        plans = Nockplane::Modelling::TolerancePlan
        own = after && plans.without(@pinned) == @pinned && plans.of(after.latest.recipe)
        own ? own.in(@pinned) : @pinned
      end
    end
  end
end
