# frozen_string_literal: true

module App
  module Commands
    # Section of a recipe's solid by a plane. Area and perimeter are extrapolated from two meshes, like volumes.
    class Section
      # plane: [px, py, pz, nx, ny, nz]
      def self.call(text, plane)
        started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        source = Nockplane::Linking::Source.new
        coarse, fine = [1, 2].map { |refine| Nockplane::Solids::Slice.of(source.model_of(text, refine: refine).solid, plane[0, 3], plane[3, 3]) }
        better = ->(measure) { (((4 * fine.public_send(measure)) - coarse.public_send(measure)) / 3).round(4) }
        { area: better[:area], perimeter: better[:perimeter], loops: coarse.loops.map { |l| plain(l) },
          ms: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - started) * 1000).round(1) }
      end

      def self.plain(loop)
        { hole: loop.hole, edges: loop.points.size, area: loop.area.round(4), perimeter: loop.perimeter.round(4), faces: loop.faces.compact.uniq }
      end
      private_class_method :plain
    end
  end
end
