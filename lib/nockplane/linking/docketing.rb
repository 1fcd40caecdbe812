# frozen_string_literal: true

module Nockplane
  module Linking
    # Works out the docket of a drawing. What can't be built is told as a line of its own and keeps nothing else from
    # being told.
    class Docketing
      # Revisions looked back through for what a face was called.
      BACK = 12
      # Most things that an annotation adrift is proposed to be tied to.
      PROPOSED = 3
      # Part by which a mass may differ from the one worked out before that is told.
      MASS = 0.01

      # latest: ->(model id) giving the latest revision number. The block: a SceneBuilder of the drawing's sheet (by id)
      # without states, where there is one already. Returns a Docket.
      def self.of(drawing, source, latest, &) = new(drawing, source, latest, &).docket

      def initialize(drawing, source, latest, &builder)
        @drawing = drawing
        @source = source
        @staleness = Staleness.new(drawing, source, latest)
        @builder = builder || ->(sheet) { Drawings::SceneBuilder.new(drawing, sheet, source, shade: :known) }
      end

      def docket
        Docket.new(
          behind: behind,
          fields: fields,
          adrift: adrift,
          collisions: collisions,
          empty: empty,
          masses: masses,
          faults: @staleness.faults,
          lost: lost,
          over: over,
          loose: loose,
          unmet: unmet,
          unlisted: unlisted
        )
      end

      private

      def place(cell) = Docket::Place.new(cell.id, cell.respond_to?(:name) ? cell.name : cell.id)

      def behind
        @staleness.behind.map do |b|
          numbers =
            b.numbers.map do |n|
              Docket::Number.new(n.dimension, label_of(@drawing.dimension(n.dimension)), n.old, n.new)
            end
          Docket::Behind.new(place(b.view), b.from, b.to, b.looks, numbers, b.losing, b.retied)
        end
      end

      def lost
        @staleness.lost.map { |view, words| Docket::Lost.new(place(view), words) }
      rescue Nockplane::Error
        [] # what can't be built is told by the faults
      end

      def over
        @drawing
          .dimensions
          .select { |d| d.wording&.over? }
          .map do |d|
            words = Drawings::Annotations.words(@drawing.standard, d).to_s
            Docket::Over.new(d.id, place(@drawing.view(d.view)), words, d.snapshot.words(@drawing.standard).to_s)
          end
      end

      def unmet
        @drawing
          .layout_rules
          .select(&:on?)
          .flat_map do |r|
            sentence = Drawings::LayoutRules.of(r).words(r, @drawing.standard.decimal)
            (r.unmet || []).map { |words| Docket::Unmet.new(r.id, sentence, words) }
          end
      end

      def loose
        pointed = @drawing.notes.select(&:leaders).group_by(&:sheet)
        pointed.flat_map do |sheet, notes|
          builder = @builder.call(sheet)
          notes.filter_map do |n|
            words = loose_words(builder, n) or next
            Docket::Loose.new(Docket::Place.new(n.id, referring.name(n)), words)
          end
        end
      rescue Nockplane::Error
        [] # what can't be built is told by the faults
      end

      def referring = @referring ||= Drawings::Tables::Referring.new(@drawing, @source)

      def loose_words(builder, note)
        return 'it refers to a part that is gone' if referring.gone?(note)

        lost = builder.tips(note).count(&:lost)
        return 'a leader lost the place it points at' if lost == 1

        "#{lost} leaders lost the places they point at" if lost > 1
      end

      # Lines of parts lists without a balloon, and with several (PL-07).
      def unlisted
        @drawing.sheets.flat_map do |sheet|
          Listing
            .on(@drawing, sheet)
            .flat_map do |list|
              model = @source.model(@drawing.binding(sheet.binding).subject(sheet.revision))
              next [] unless list.points?(model)

              list.unballooned(model).map { |words| Docket::Unlisted.new(list.table.id, words) }
            end
        end
      rescue Nockplane::Error
        [] # what can't be built is told by the faults
      end

      def fields = @staleness.fields.map { |f| Docket::Fields.new(place(f.sheet), f.from, f.to, f.changes) }

      def adrift
        standing = @drawing.dimensions.flat_map(&:said_ids)
        @staleness.adrift.map do |a|
          label = labeller(a.view.binding, a.view.revision)
          # (Each model dimension stands in a drawing once.)
          proposals =
            a
              .proposals
              .reject { |d| standing.include?(d.id) }
              .first(PROPOSED)
              .map do |d|
                Docket::Proposal.new(d.id, proposal_words(d), label.of(d.id, kind: d.kind.to_s, faces: d.faces))
              end
          Docket::Adrift.new(
            a.dimension.id,
            label_of(a.dimension),
            a.dimension.snapshot.faces,
            place(a.view),
            a.view.revision,
            a.words,
            proposals
          )
        end
      end

      def proposal_words(dimension)
        Drawings::Annotations::Snapshot.of(dimension).words(@drawing.standard).to_s
      end

      def label_of(dimension)
        view = @drawing.view(dimension.view)
        labeller(view.binding, view.revision).of(
          dimension.dimension,
          kind: dimension.snapshot.kind,
          faces: dimension.snapshot.faces
        )
      end

      # SizeLabel with the words of the revision shown; of a face that is gone, the latest ones it had.
      def labeller(binding_id, revision)
        model = @drawing.binding(binding_id).model
        (@labels ||= {})[[model, revision]] ||= SizeLabel.new do |name|
          revision.downto([revision - BACK, 1].max).lazy.filter_map { |n| words(model, n)[name] }.first
        end
      end

      def words(model, revision)
        FaceWords.in(@source, Products::Subject.new(model, revision))
      rescue Nockplane::Error
        {}
      end

      # Boxes of words, views, tables and the frame that meet, found apart from the code that places them.
      def collisions
        @drawing.sheets.flat_map do |sheet|
          scene = @builder.call(sheet.id).scene
          Drawings::Overlaps.new(@drawing, sheet, scene).all.map { |o| Docket::Collision.new(o.a, o.b, o.words) }
        end
      rescue Nockplane::Error
        [] # what can't be drawn is told by the faults
      end

      def empty = @drawing.berths.map { |b| Docket::Empty.new(place(b), b.why) }

      # Masses on title blocks, typed or stated, that part from the one worked out. (Where none was, none has to be
      # worked out.)
      def masses
        @drawing
          .sheets
          .select(&:binding)
          .filter_map do |sheet|
            furniture = Drawings::Furniture.new(@drawing, sheet, @source)
            next unless furniture.field_names.include?('mass') && furniture.mass_insisted?

            shown, computed = furniture.masses
            Docket::Mass.new(shown, computed) if shown && computed && apart?(shown, computed)
          end
          .uniq
      rescue Nockplane::Error
        []
      end

      def apart?(shown, computed)
        a, b = [shown, computed].map { |words| Modelling::Materials.kilograms(words) }
        a && b && (a - b).abs > MASS * b
      end
    end
  end
end
