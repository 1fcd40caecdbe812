# frozen_string_literal: true

module App
  module Presenters
    # A tolerance plan as its page shows it: what is said of each feature, and of each face whether that pins it down.
    class PlanShown
      # title: of a feature; faces: its names; lines: [Line]. A Line: id of the statement (nil of what the model says by
      # itself), words, kind, faces, adrift: why it is not there, nil; exact.
      Group = Struct.new(:title, :faces, :lines)
      Line = Struct.new(:id, :kind, :words, :faces, :adrift, :exact)

      # All that the page needs of a plan, as plain values: groups, lines; counts of faces by coverage; open: [[name,
      # state, words], ...] of faces that are not pinned down; states { face => state }; marks: as of
      # Linking::SpaceMarks; height: mm of their lettering; letters that are taken, and the next one; kinds: Groups by
      # what is said; planes: [{ name, normal }]; lost_planes: names of faces that are gone, along which some should
      # lie.
      Data =
        Struct.new(
          :groups,
          :kinds,
          :planes,
          :lost_planes,
          :lines,
          :counts,
          :open,
          :states,
          :marks,
          :height,
          :letters,
          :next_letter,
          keyword_init: true
        )

      # text: of the revision without the plan; plan: Modelling::TolerancePlan or nil; names: { face => what a person
      # calls it }.
      def initialize(text, plan, names)
        @text = text
        @plan = plan
        @names = names
        @shape = Workshop.source.shape_of(text)
        @weaving = plan && Nockplane::Modelling::Planned::Weaving.new(@shape, plan)
        @model = @weaving ? @weaving.woven : @shape
      end

      def data
        marks = Nockplane::Linking::SpaceMarks.new(@model, Nockplane::Drafting::Standard.new)
        Data.new(
          groups: groups,
          kinds: kinds,
          planes: marks.planes.map { |p| { name: p.name, normal: p.normal } },
          lost_planes: (@plan ? @plan.planes : []) - marks.planes.map(&:name),
          lines: lines,
          counts: counts,
          open: short.map { |f| [f.name, name(f.name), f.state, f.words] },
          states: states,
          marks: marks.marks.map(&:to_h),
          height: marks.height,
          letters: datums.map(&:letter),
          next_letter: next_letter
        )
      end

      private

      def datums = @plan ? @plan.datums : []
      def name(face) = @names[face] || face
      def next_letter = Nockplane::Tolerancing::Frame.next_letter(datums.map(&:letter))

      # [Linking::Coverage::Face]
      def coverage
        @coverage ||= Nockplane::Linking::Coverage.of(@model, sides: Workshop.source.flats.sides(@text))
      end

      def states = coverage.to_h { |f| [f.name, f.state] }
      def counts = CoverageShown::WORDS.keys.to_h { |s| [s, coverage.count { |f| f.state == s }] }
      def short = coverage.select { |f| f.state != 'pinned' }

      # [Line] of all, datums first.
      def lines
        @lines ||= statements + own
      end

      # Lines by feature: datums, then the features of the recipe in their order, or kinds of faces of a file.
      def groups
        @groups ||=
          begin
            datums, others = lines.partition { |l| l.kind == 'datum' }
            home = datums.flat_map(&:faces)
            more, others = others.partition { |l| l.kind.end_with?('frame') && (l.faces - home).empty? }
            found =
              others
                .group_by { |l| feature(l.faces[0]) }
                .map { |title, list| Group.new(title, list.flat_map(&:faces).uniq, list) }
            datums.empty? ? found : [Group.new('Datums', home, datums + more), *found]
          end
      end

      KINDS = {
        'datum' => 'Datums',
        'exact' => 'Exact dimensions',
        'size' => 'Sizes',
        'texture' => 'Surface textures',
        'note' => 'Notes'
      }.freeze

      # Lines by what is said, in the order of KINDS; frames by their characteristic.
      def kinds
        lines
          .group_by { |l| kind_of(l) }
          .sort_by { |title, _| [KINDS.values.index(title) || KINDS.size, title] }
          .map { |title, list| Group.new(title, list.flat_map(&:faces).uniq, list) }
      end

      def kind_of(line)
        return characteristic(line.words) if line.kind.end_with?('frame')
        return KINDS['exact'] if line.exact
        return KINDS['texture'] if line.kind.end_with?('texture')

        KINDS[line.kind] || KINDS['size']
      end

      def characteristic(words)
        found = Nockplane::Tolerancing::Characteristic.find(words.split('|')[0].to_s)
        (found ? found.name : 'tolerance frames').capitalize
      end

      def adrift = @adrift ||= @weaving ? @weaving.adrift : {}

      def statements
        return [] unless @plan

        @plan.statements.map { |s| Line.new(s.id, s.kind, words(s), s.faces, adrift[s.id], exact?(s)) }
      end

      def exact?(statement) = statement.is_a?(Nockplane::Modelling::Planned::Size) && statement.exact?

      def words(statement)
        # (the sign that sheets have, too; what a person wrote in a note stays)
        return statement.words.tr('.', Nockplane::Drafting::Standard.new.decimal) if statement.kind == 'frame'
        return statement.words unless statement.is_a?(Nockplane::Modelling::Planned::Size)

        found = @model.dimension(statement.about || statement.key)
        found ? said(found) : "#{statement.of} #{statement.tolerance}"
      end

      def said(dimension) = Nockplane::Linking::SaidInModel.words(dimension)

      # Sizes with a tolerance of their own, and what a file states.
      def own
        planned =
          (@plan ? @plan.statements : []).flat_map { |s| [s.key, s.respond_to?(:about) ? s.about : nil] }.compact
        found = Nockplane::Linking::SaidInModel.of(@model).reject { |d| planned.include?(d.id) }
        found.map { |d| Line.new(nil, d.kind.to_s, said(d), d.faces, nil, false) }
      end

      def feature(face) = Nockplane::Linking::FaceWords.feature(face, @names)
    end
  end
end
