# frozen_string_literal: true

module App
  module Commands
    # Section of a model's solid by a plane, by stepped planes, or by a closed profile to a depth. Area and perimeter
    # are extrapolated from two meshes, like volumes.
    class Section
      # plane: [px, py, pz, nx, ny, nz]; cutter: { steps: [[x, y, z], ...] } or { profile: [[u, v], ...], depth: mm } or
      # nil.
      def self.call(text, source, plane, cutter = nil)
        started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        coarse, fine = [1, 2].map { |refine| loops(source.model_of(text, refine: refine).solid, plane, cutter) }
        better = ->(measure) { (((4 * fine.sum(&measure)) - coarse.sum(&measure)) / 3).round(4) }
        { area: better[:area], perimeter: better[:perimeter], loops: coarse.map { |l| plain(l) },
          ms: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - started) * 1000).round(1) }
      end

      def self.loops(solid, plane, cutter)
        origin = plane[0, 3]
        normal = plane[3, 3]
        return Nockplane::Solids::Slice.of(solid, origin, normal).loops unless cutter
        return Nockplane::Solids::Cut.stepped(solid, cutter[:steps], normal).loops if cutter[:steps]

        Nockplane::Solids::Cut.profile(
          solid,
          Nockplane::Geometry::Frame.facing(origin, normal),
          cutter[:profile],
          cutter[:depth]
        ).loops
      end

      def self.plain(loop)
        {
          hole: loop.hole,
          edges: loop.points.size,
          area: loop.area.round(4),
          perimeter: loop.perimeter.round(4),
          faces: loop.faces.compact.uniq
        }
      end
      private_class_method :plain, :loops
    end
  end
end
