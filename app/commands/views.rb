# frozen_string_literal: true

module App
  module Commands
    # Lengths of lines in views; ms of a view is its hidden-line work alone.
    class Views
      def self.call(text, frames, source, exploded: false)
        started = clock
        solid = source.model_of(text, exploded: exploded).solid
        edges = source.edge_set_of(text, exploded: exploded)
        views = frames.map { |name, frame| view(name, solid, edges, frame) }
        { views: views, ms: ms(started) }
      end

      def self.view(name, solid, edges, frame)
        started = clock
        linework = Nockplane::Projection::Linework.of(solid, frame, edge_set: edges)
        taken = ms(started)
        { name: name, visible: rounded(linework.lengths(true)), hidden: rounded(linework.lengths(false)), box: linework.box.map { |v| v.round(6) }, ms: taken }
      end

      def self.rounded(lengths) = lengths.transform_values { |v| v.round(4) }
      def self.clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      def self.ms(started) = ((clock - started) * 1000).round(1)
      private_class_method :view, :rounded, :clock, :ms
    end
  end
end
