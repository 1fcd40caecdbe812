# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A wall of even thickness along a path [[u, v], ...] in its plane, standing up by depth; draft leans its sides.
      # Faces: side.left1.., side.right1.. (seen along the path), side.start, side.end.
      class Rib < Extrude
        def operation = 'boss'

        private

        def keys = KEYS - %w[operation profile] + %w[path thickness]

        def profile
          path = @f.points('path', 2)
          half = @f.size('thickness') / 2
          right, left = [-half, half].map { |mm| beside(path, mm) }
          corners = right + left.reverse
          names =
            (1...path.size).map { |i| "right#{i}" } + ['end'] + (1...path.size).map { |i| "left#{i}" }.reverse +
              ['start']
          pieces =
            corners.each_index.map { |i| Solids::Piece.new(names[i], corners[i], corners[(i + 1) % corners.size]) }
          Profile.of(@f, pieces, [size_of(pieces, half)])
        end

        # The path moved to its left by mm, mitred.
        def beside(path, mm)
          normals =
            path
              .each_cons(2)
              .map do |p, q|
                l = Math.hypot(q[0] - p[0], q[1] - p[1])
                @f.fault('path', 'two neighbouring places are the same') if l < 1e-6
                [-(q[1] - p[1]) / l, (q[0] - p[0]) / l]
              end
          path.each_index.map do |i|
            a = normals[[i - 1, 0].max]
            b = normals[[i, normals.size - 1].min]
            @f.fault('path', 'turns back on itself') if (a[0] * b[0]) + (a[1] * b[1]) < -0.9
            k = mm / (1 + (a[0] * b[0]) + (a[1] * b[1]))
            [path[i][0] + ((a[0] + b[0]) * k), path[i][1] + ((a[1] + b[1]) * k)]
          end
        end

        def size_of(pieces, half)
          from = pieces[0].at(0.5)
          n = pieces[0].left(0.5)
          Profile::Size.new(
            field: @f.path_of('thickness'),
            kind: :linear,
            pieces: %w[right1 left1],
            from: from,
            to: [from[0] + (2 * half * n[0]), from[1] + (2 * half * n[1])],
            value: 2 * half
          )
        end
      end
    end
  end
end
