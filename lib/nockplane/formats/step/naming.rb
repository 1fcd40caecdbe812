# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Lasting names for the faces of a file, part by part: new ones, or those of the faces they match in the file
      # before.
      module Naming
        module_function

        # A Modelling::ImportReference with names; parts: { label => solid } of the file as imported without names;
        # before: the reference and parts (with names) of the revision before, or nil.
        def reference(parts, file:, name:, bytes:, before: nil)
          old, old_parts = before
          faces = {}
          used = old ? old.used.dup : {}
          doubts = {}
          gone = old_parts ? (old_parts.keys - parts.keys).flat_map { |label| old_parts[label].faces.map(&:name) } : []
          parts.each do |label, solid|
            found = Linking::FaceNames.after(solid, used[label] || {}, old_parts && old_parts[label])
            found.names.each { |record, lasting| faces[record[1..].to_i] = lasting }
            used[label] = found.used
            doubts.merge!(found.doubts)
            gone += found.gone
          end
          Modelling::ImportReference.new(
            file: file,
            name: name,
            bytes: bytes,
            faces: faces,
            used: used,
            doubts: doubts,
            gone: gone.uniq,
            title: old&.title,
            properties: old ? old.properties : {},
            arrangement: old ? old.arrangement : {},
            plan: old ? old.plan : {},
            called: old ? old.called : Products::BY_PRODUCT
          )
        end
      end
    end
  end
end
