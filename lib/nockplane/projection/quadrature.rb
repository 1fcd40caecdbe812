# frozen_string_literal: true

module Nockplane
  module Projection
    # Gauss and Legendre's five places and weights on 0..1.
    module Quadrature
      GAUSS = [
        [0.5, 64 / 225.0],
        *[[0.5384693101056831, 0.4786286704993665], [0.9061798459386640, 0.2369268850561891]].flat_map do |x, w|
          [[0.5 - (x / 2), w / 2], [0.5 + (x / 2), w / 2]]
        end
      ].freeze
    end
  end
end
