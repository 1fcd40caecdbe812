# frozen_string_literal: true

module Nockplane
  module Linking
    # Tolerance frames and datums set by hand on the faces that a view shows, kept legal (standards.md 10.3, 10.4). Each
    # gives an Edit or a Refusal.
    class Marking
      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # A frame on the face met at a pick (mm of paper). frame: Tolerancing::Frame.
      def frame(view_id, pick, frame)
        on_face(view_id, pick) { |view, face| framed(view, face, frame) }
      end

      # A datum letter on the face met at a pick; letter nil for the next free one.
      def datum(view_id, pick, letter)
        on_face(view_id, pick) { |view, face| lettered(view, face, letter) }
      end

      # A surface texture on the face met at a pick. texture: Tolerancing::Texture.
      def texture(view_id, pick, texture)
        on_face(view_id, pick) do |view, face|
          fault = texture_fault(texture)
          if fault
            refusal(fault)
          else
            put(view, Modelling::Marked.id('surface_texture', face, texture.to_s), 'Surface texture')
          end
        end
      end

      # Other words of a frame or datum that was set by hand; it stays where it is.
      def reword(id, frame_or_letter)
        cell = @drawing.dimension(id) or return Drawings::Refusal.missing(:dimension, id)
        kind, face, = Modelling::Marked.id?(cell.dimension) && Modelling::Marked.read(cell.dimension)
        return refusal('only what was set by hand is changed here; this comes from the model') unless kind

        view = @drawing.view(cell.view)
        faults = faults_of(kind, view, face, frame_or_letter, id)
        return refusal(faults) if faults

        found = dimension(view, Modelling::Marked.id(kind, face, frame_or_letter.to_s)) or
          return refusal('the face it stood on is gone from the model')
        changed = Adoption.new(@drawing, @source).tied(cell, found)
        Drawings::Edit.put("#{words(cell)} now reads #{words(changed)}", changed)
      end

      # { letter => has its feature a size? } of the datums on the drawing, those of the model that it shows included.
      def datums
        @datums ||=
          @drawing
            .dimensions
            .select { |d| d.kind == Drawings::Annotations::Datum::NAME }
            .to_h { |d| [d.snapshot.prefix.to_s, sized?(@drawing.view(d.view), d.snapshot.faces[0])] }
      end

      def next_letter = Tolerancing::Frame.next_letter(datums.keys)

      private

      # What is wrong with other words of a mark, nil when nothing is.
      def faults_of(kind, view, face, given, id)
        case kind
        when 'datum'
          letter_faults(given, id)
        when 'surface_texture'
          texture_fault(given)
        else
          frame_faults(view, face, given)
        end
      end

      def texture_fault(texture) = texture.is_a?(Tolerancing::Texture) ? texture.fault : 'say what texture is asked'

      def refusal(words) = Drawings::Refusal.new(words, [])
      def words(cell) = Drawings::Annotations.words(@drawing.standard, cell).to_s
      def dimension(view, id) = @source.model(@drawing.subject(view)).dimension(id)

      def on_face(view_id, pick)
        view = @drawing.view(view_id) or return Drawings::Refusal.missing(:view, view_id)
        return refusal("#{view.name} is a pictorial view; mark faces in another") if Drawings::Views.of(view).pictorial?

        met = pick && Measuring.new(@drawing, @source).snaps(view).at(*pick)
        face = met && meant(view, met.spot.faces)
        face ? yield(view, face) : refusal('nothing is there; pick an edge, a circle or the outline of a face')
      end

      # Of the faces at an edge the one that the leader means: a turned one seen along its axis or from the side, else
      # the one that is seen from its edge; of several the largest.
      def meant(view, names)
        frame = @drawing.frame(view)
        faces = names.filter_map { |n| index(view).face(n) }
        ranked = faces.sort_by { |f| [rank(f, frame), f.name] }
        ranked[0]&.name
      end

      def rank(face, frame)
        surface = face.surface
        return 0 if surface.turned?
        return 2 unless surface.plane?

        frame.square?(surface.axis) ? 1 : 2
      end

      def index(view) = (@indexes ||= {})[view.id] ||= Solids::Indexed.of(@source.model(@drawing.subject(view)).solid)

      # Has a face a size: is it a cylinder or sphere?
      def sized?(view, name)
        %i[cylinder sphere].include?(index(view).face(name)&.surface&.kind)
      end

      def framed(view, face, frame)
        faults = frame_faults(view, face, frame)
        return refusal(faults) if faults

        put(view, Modelling::Marked.id('tolerance_frame', face, derived(view, face, frame).to_s), 'Tolerance')
      end

      # (By ISO an axis is meant by Ⓐ where the leader does not stand in line with the size, FCF-15.)
      def derived(view, face, frame)
        axis = !frame.zone.empty? || frame.material
        return frame if !axis || !sized?(view, face) || frame.modifiers.include?('Ⓐ') || asme?

        Tolerancing::Frame.new(frame.key, frame.zone, frame.value, ['Ⓐ', *frame.modifiers], frame.datums, frame.lower)
      end

      def asme? = @drawing.standard.name.to_s.include?('ASME')

      # Sentences of what is wrong, nil when nothing is.
      def frame_faults(view, face, frame)
        return 'choose a characteristic and give a tolerance such as 0.2' unless frame

        kind = index(view).face(face)&.surface&.kind
        around =
          Tolerancing::FrameRules::Around.new(
            size: sized?(view, face),
            round: %i[cylinder sphere].include?(kind),
            datums: datums,
            asme: asme?
          )
        faults = Tolerancing::FrameRules.check(frame, around)
        faults.empty? ? nil : faults.map { |f| "#{f.words} (#{f.rule})" }.join('; ')
      end

      def lettered(view, face, letter)
        letter = letter.to_s.strip.empty? ? next_letter : letter.to_s.strip
        faults = letter_faults(letter, nil)
        return refusal(faults) if faults

        known = @drawing.dimensions.find { |d| d.kind == 'datum' && d.snapshot.faces.include?(face) }
        return refusal("that face is datum #{known.snapshot.prefix} already") if known

        put(view, Modelling::Marked.id('datum', face, letter), 'Datum')
      end

      def letter_faults(letter, own)
        sound =
          letter.to_s.match?(/\A[A-Z]{1,2}\z/) && letter.chars.all? { |c| Tolerancing::Frame::LETTERS.include?(c) }
        return "'#{letter.to_s[0, 10]}' is no datum letter; take a capital, not I, O, Q or X (FCF-10)" unless sound

        taken = @drawing.dimensions.find { |d| d.kind == 'datum' && d.id != own && d.snapshot.prefix == letter }
        taken && "datum #{letter} stands on another face already; #{next_letter} is free"
      end

      # The mark where it stands in nothing's way; all else stays where it is.
      def put(view, id, what)
        found = dimension(view, id) or return refusal('nothing can be marked there')
        if Drawings::Annotations.of(found).suits(found, @drawing.frame(view)).zero?
          return refusal('that face does not show so in this view; pick it where it is seen from its edge')
        end

        cell =
          Drawings::Dimension.new(
            id: @drawing.next_id('d'),
            view: view.id,
            dimension: id,
            snapshot: Drawings::Annotations::Snapshot.of(found),
            place: Drawings::Annotations::Leader.fresh(@drawing.standard),
            pinned: false
          )
        others = @drawing.dimensions_of(view.id).map { |d| d.dup.tap { |x| x.pinned = true } }
        placed = Adoption.new(@drawing, @source).tidied(view, [*others, cell]).find { |d| d.id == cell.id }
        Drawings::Edit.put("#{what} #{words(placed)} set in #{view.name}", placed)
      end
    end
  end
end
