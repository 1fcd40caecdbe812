# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # Bend lines of a flat sheet: along the middle of each bend's zone (SM-11), where there is material.
      class Lines
        def self.of(sheet, flat) = new(sheet, flat).all

        def initialize(sheet, flat)
          @sheet = sheet
          @flat = flat
        end

        # [Flat::Line] numbered as they lie: from the left, then from below.
        def all
          groups = @sheet.bends.group_by { |n| [walls(n), *figures(n)] }.values
          made = groups.map { |nodes| line(nodes) }
          order = made.sort_by { |l| middle(l).map { |c| c.round(3) } }
          order.each_with_index.map { |l, i| l.dup.tap { |x| x.id = (i + 1).to_s }.freeze }
        end

        private

        # What a bend joins: one that a cut parts is one bend still.
        def walls(node) = node.links.map { |other, _, _| other.index }.uniq.sort

        def figures(node)
          bend = node.place
          axis = bend.standing(0.0, 0.0, bend.up? ? bend.radius : -bend.radius)
          off = Geometry::Vec.along(axis, bend.home.y, -Geometry::Vec.dot(axis, bend.home.y))
          [bend.up?, bend.degrees.round(4), bend.radius.round(4), *off.map { |c| c.round(3) + 0.0 }]
        end

        def line(nodes)
          bend = nodes[0].place
          segments = nodes.flat_map { |n| segments(n, 0.5) }
          angle = bend.degrees.round(6)
          radius = bend.inside_radius.round(6)
          Flat::Line.new(
            angle: angle,
            radius: radius,
            allowance: bend.allowance,
            deduction: Bending.deduction(angle, radius, @sheet.thickness, bend.allowance),
            length: segments.sum { |a, b| Geometry::Vec.distance(a, b) },
            up: bend.up?,
            segments: segments,
            edges: nodes.flat_map { |n| segments(n, 0.0) + segments(n, 1.0) },
            faces: nodes.flat_map { |n| n.regions.map { |r| @sheet.skins.name(r) } }.uniq
          )
        end

        # [[from, to], ...] model points of what a line along the bend meets of it, at a part of its width.
        def segments(node, part)
          bend = node.place
          # (Off the very end, where its zone and the next wall have one edge.)
          x = bend.allowance * part.clamp(1e-6, 1 - 1e-6)
          names = node.regions.map { |r| @sheet.skins.name(r) }.to_h { |n| [n, true] }
          facets = @flat.solid.facets.select { |f| names[f.face.name] && @flat.level?(f, @sheet.frame) }
          met = facets.flat_map { |f| crossings(f, bend.lying, x) }.sort
          joined(met.each_slice(2).select { |pair| pair.size == 2 }).map do |from, to|
            [bend.lying.point(bend.allowance * part, from), bend.lying.point(bend.allowance * part, to)]
          end
        end

        def crossings(facet, lying, x)
          found = []
          facet.each_edge do |a, b|
            (ua, va), (ub, vb) = [a, b].map { |i| lying.local(@flat.solid.point(i)) }
            found << (va + ((vb - va) * (x - ua) / (ub - ua))) if (ua > x) != (ub > x)
          end
          found
        end

        # Pieces that follow each other as one.
        def joined(pairs)
          pairs.each_with_object([]) do |(from, to), all|
            all.any? && from - all[-1][1] < 1e-6 ? all[-1][1] = to : all << [from, to]
          end
        end

        def middle(line)
          points = line.segments.flatten(1)
          return 0.0, 0.0 if points.empty?

          @flat.frame.local(points.transpose.map { |c| c.sum / points.size }).first(2)
        end
      end
    end
  end
end
