# frozen_string_literal: true

module Nockplane
  module Drawings
    # A model at the revision a view shows, and its middle products in the view's frame, from a source.
    class ShownModel
      attr_reader :id, :revision, :frame

      # kind: of the view; a section shows the model cut open.
      def initialize(source, id, revision, frame, kind)
        @source = source
        @id = id
        @revision = revision
        @frame = frame
        @cut = kind == 'section'
      end

      # Of a view of a drawing, at the revision it shows or another.
      def self.of(source, drawing, view, revision = view.revision) = new(source, drawing.binding(view.binding).model, revision, drawing.frame(view), view.kind)

      def model = @source.model(@id, @revision)
      # SectionCut, nil of views that are no sections or when the model has no place to be cut.
      def section = @cut ? @source.section(@id, @revision, @frame) : nil
      def linework = section&.linework || @source.linework(@id, @revision, @frame)
      def shading = section&.shading || @source.shading(@id, @revision, @frame)
      # Regions of what stands in for faces that could not be read (a model cut open shows none).
      def stand_ins = @cut ? [] : @source.stand_ins(@id, @revision, @frame)
      def shaded? = @cut || @source.shaded?(@id, @revision, @frame)
      def axes = @source.axes(@id, @revision)
    end
  end
end
