# frozen_string_literal: true

module Nockplane
  module Drawings
    # A model at the revision a view shows, and its middle products in the view's frame, from a source.
    class ShownModel
      attr_reader :id, :revision, :frame

      def initialize(source, id, revision, frame)
        @source = source
        @id = id
        @revision = revision
        @frame = frame
      end

      def model = @source.model(@id, @revision)
      def linework = @source.linework(@id, @revision, @frame)
      def shading = @source.shading(@id, @revision, @frame)
      def shaded? = @source.shaded?(@id, @revision, @frame)
      def axes = @source.axes(@id, @revision)
    end
  end
end
