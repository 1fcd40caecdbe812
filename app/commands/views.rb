# frozen_string_literal: true

module App
  module Commands
    # Lengths of lines in views; ms of a view is its hidden-line work alone.
    class Views
      def self.call(text, frames, source, explosion: nil)
        started = clock
        solid = source.model_of(text, explosion: explosion).solid
        edges = source.edge_set_of(text, explosion: explosion)
        views = frames.map { |name, frame| view(name, solid, edges, frame) }
        { views: views, ms: ms(started) }
      end

      # ViewFrame square to a plane face of a model, looking at its outside, with the model's z (of level faces its y)
      # up.
      def self.auxiliary(text, name, source)
        solid = source.model_of(text).solid
        facet = solid.facets.find { |f| f.face.named?(name) } or
          raise Nockplane::Error, "there is no face '#{name}'; one of them is '#{solid.faces[0].name}'"
        unless facet.face.surface.plane?
          raise Nockplane::Error, "the face '#{name}' is no plane; an auxiliary view is square to a plane face"
        end

        frame = Nockplane::Geometry::Frame.facing([0.0, 0.0, 0.0], facet.normal)
        Nockplane::Projection::ViewFrame.new(Nockplane::Geometry::Vec.neg(frame.z), frame.y)
      end

      def self.view(name, solid, edges, frame)
        started = clock
        linework = Nockplane::Projection::Linework.of(solid, frame, edge_set: edges)
        taken = ms(started)
        {
          name: name,
          visible: rounded(linework.lengths(true)),
          hidden: rounded(linework.lengths(false)),
          box: linework.box.map { |v| v.round(6) },
          ms: taken
        }
      end

      def self.rounded(lengths) = lengths.transform_values { |v| v.round(4) }
      def self.clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      def self.ms(started) = ((clock - started) * 1000).round(1)
      private_class_method :view
    end
  end
end
