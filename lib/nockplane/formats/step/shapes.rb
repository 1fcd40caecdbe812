# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Solids of shape representations: B-reps with and without voids, faceted ones, open shells, tessellated shapes.
      class Shapes
        ITEMS = %w[
          MANIFOLD_SOLID_BREP
          BREP_WITH_VOIDS
          FACETED_BREP
          SHELL_BASED_SURFACE_MODEL
          FACE_BASED_SURFACE_MODEL
          TESSELLATED_SOLID
          TESSELLATED_SHELL
          TRIANGULATED_FACE
          COMPLEX_TRIANGULATED_FACE
          TRIANGULATED_SURFACE_SET
          COMPLEX_TRIANGULATED_SURFACE_SET
        ].freeze
        # Part of a body's diagonal that chords of free curves may lie off, within bounds in mm.
        FINE = 1.5e-4
        FINE_BOUNDS = [0.002, 0.2].freeze

        def initialize(file, report, refine: 1, progress: nil)
          @progress = progress
          @meshed = 0
          @file = file
          @report = report
          @refine = refine
          @readers = {}
        end

        # Solids::Solid of the bodies among the items of a representation, faces named "#record"; units: Units of its
        # context. nil when it has none or nothing of them could be meshed.
        def solid(items, units)
          bodies = items.select { |r| r.is?(*ITEMS) }
          return nil if bodies.empty?

          mesh = mesh(units)
          facets = bodies.flat_map { |b| body(b, mesh) }
          return nil if facets.empty?

          told = @report.gaps.filter_map(&:record).to_h { |id| ["##{id}", true] }
          Solids::Solid.compact(mesh.pool, Solids::Joined.call(mesh.pool, facets, apart: told))
        end

        private

        def mesh(units)
          @unit = units.mm
          curves, surfaces =
            (
              @readers[units] ||= Curves
                .new(@file, units.mm, units.radians, @report)
                .then { |c| [c, Surfaces.new(@file, c)] }
            )
          BodyMesh.new(@file, curves, surfaces, @report, fine: fine(curves), refine: @refine)
        end

        # mm, by the spread of some of the vertices.
        def fine(curves)
          points = @file.ids('VERTEX_POINT').first(400).filter_map { |id| place(id, curves) }
          return FINE_BOUNDS[0] * 10 if points.size < 2

          size = points.transpose.sum { |c| c.max - c.min }
          (size * FINE).clamp(*FINE_BOUNDS)
        end

        # A broken vertex is told where it is used.
        def place(id, curves)
          curves.point(@file[id][1])
        rescue Unusable
          nil
        end

        def body(record, mesh)
          case record.type
          when 'MANIFOLD_SOLID_BREP', 'FACETED_BREP'
            closed(shell(record[1], mesh), record, mesh)
          when 'BREP_WITH_VOIDS'
            closed(shell(record[1], mesh), record, mesh) + Array(record[2]).flat_map { |v| void(v, mesh, record) }
          when 'SHELL_BASED_SURFACE_MODEL', 'FACE_BASED_SURFACE_MODEL'
            surfaces(record, mesh)
          when 'COMPLEX'
            body(Part21::Record.new(record.id, record.leaves.slice(*ITEMS)), mesh)
          else
            Tessellation.new(@file, mesh, @report, @unit).facets(record)
          end
        rescue Unusable => e
          @report.gap(record.type, "a body is missing from the picture: #{e.message}", "##{record.id}")
          []
        end

        def shell(ref, mesh)
          record = @file[ref]
          record = @file[record[2]] if record.is?('ORIENTED_CLOSED_SHELL', 'ORIENTED_OPEN_SHELL')
          unless record.is?('CLOSED_SHELL', 'OPEN_SHELL', 'CONNECTED_FACE_SET')
            raise Unusable, "#{record}: a shell was expected"
          end

          faces = Array(record[1]).grep(Part21::Ref)
          mesh.announce(faces.filter_map { |f| @file[f] if @file.include?(f.id) })
          faces.flat_map { |f| mesh.face(@file[f]).tap { told } }
        end

        def told
          @meshed += 1
          @progress&.call([@meshed.fdiv([@file.ids('ADVANCED_FACE').size, 1].max), 1.0].min) if (@meshed % 16).zero?
        end

        def surfaces(record, mesh)
          facets = Array(record[1]).flat_map { |s| shell(s, mesh) }
          unless Orient.open_edges(facets).zero?
            @report.add(record.type, 'a shell that is open: it is shown, but has no volume', "##{record.id}")
          end

          Orient.call(facets, mesh.pool, outward: true)
        end

        # Facets of a shell with its outside outside.
        def closed(facets, record, mesh)
          turned = Orient.call(facets, mesh.pool, outward: true)
          open = Orient.open_edges(turned)
          unless open.zero?
            @report.gap(
              record.type,
              "the solid is open along #{open} chords; it is shown, but its volume is not right",
              "##{record.id}"
            )
          end

          turned
        end

        def void(ref, mesh, record)
          facets = shell(ref, mesh)
          unless Orient.open_edges(facets).zero?
            @report.gap('BREP_WITH_VOIDS', 'a void is open; the volume is not right', "##{record.id}")
          end

          Orient.call(facets, mesh.pool, outward: false)
        end
      end
    end
  end
end
