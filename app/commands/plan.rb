# frozen_string_literal: true

module App
  module Commands
    # A tolerance plan made by rule, with what it covers.
    class Plan
      # What is asked for. character: nil for what the part is; datums: "A=FACE,B=FACE" or nil; only: kinds of features
      # with commas, or nil; defaults: Hash of Planning::Tolerances::Defaults.
      Wish = Struct.new(:character, :way, :datums, :only, :defaults, keyword_init: true)

      Tolerances = Nockplane::Planning::Tolerances

      # Planning::Tolerances::ByRule::Made of a text. Raises Nockplane::Error.
      def self.made(text, source, wish)
        model = source.shape_of(text)
        character = wish.character || Tolerances::Part.new(model).character
        Tolerances::ByRule.of(
          model,
          character: choice('--character', character, Nockplane::Modelling::TolerancePlan::CHARACTERS),
          way: choice('--way', wish.way, Nockplane::Modelling::TolerancePlan::WAYS),
          picked: datums(wish.datums),
          only: kinds(wish.only),
          defaults: Tolerances::Defaults.from(wish.defaults || {}),
          sides: source.flats.sides(text)
        )
      end

      # Plain data of the plan; out: a file that the model is written to with it (.recipe.yml of a recipe, .step), nil.
      def self.call(text, source, wish, out = nil)
        made = made(text, source, wish)
        planned = made.plan.in(text)
        left = out ? write(planned, source, out) : []
        model = source.model_of(planned)
        states = Nockplane::Linking::Coverage.of(model, sides: source.flats.sides(text)).to_h { |f| [f.name, f.state] }
        {
          out: out,
          datums: made.datums.to_h { |d| [d.letter, d.faces] },
          annotations: annotations(model),
          coverage: states,
          share: states.empty? ? 0.0 : (states.count { |_, s| s == 'pinned' }.to_f / states.size).round(4),
          told: made.told + Exporting.left_out(left)
        }.compact
      end

      # [{ kind:, words:, faces:, plane:, ... }] of all that a model says of its tolerances.
      def self.annotations(model)
        Nockplane::Linking::SaidInModel
          .of(model)
          .map do |d|
            {
              id: d.id,
              kind: d.kind.to_s,
              words: Nockplane::Linking::SaidInModel.words(d),
              faces: d.faces,
              plane: Nockplane::Modelling::AnnotationPlanes.holding(model, d).name,
              tolerance: d.tolerance
            }.compact
          end
      end

      def self.choice(option, given, choices)
        return given if choices.include?(given)

        raise Nockplane::Error, "#{option} #{given}: use #{choices.join(' or ')}"
      end

      # (A face's name may have commas: "screws[1,1]/wall".)
      def self.datums(text)
        return {} if text.to_s.strip.empty?

        text
          .split(/,(?=[A-Z]{1,2}=)/)
          .to_h do |pair|
            letter, face = pair.split('=', 2).map(&:strip)
            unless face.to_s != '' && letter.chars.all? { |c| Nockplane::Tolerancing::Frame::LETTERS.include?(c) }
              raise Nockplane::Error, "--datums #{pair}: write A=FACE,B=FACE with capitals other than I, O, Q and X"
            end

            [letter, face]
          end
      end

      def self.kinds(text)
        return nil if text.to_s.strip.empty?

        names = text.split(',').map(&:strip)
        wrong = names - Tolerances::FaceKinds::ALL
        return names if wrong.empty?

        raise Nockplane::Error, "--only #{wrong[0]}: use #{Tolerances::FaceKinds::ALL.join(', ')}"
      end

      # Ids of what the file can't take.
      def self.write(text, source, out)
        if out.match?(/\.(step|stp)\z/i)
          named = { name: File.basename(out), time: Exporting.stamp(Time.now) }
          return File.open(out, 'wb') { |io| Exporting.write(io, text, source, 'step', **named) }
        end
        unless out.match?(/\.ya?ml\z/i) && !Nockplane::Modelling::ImportReference.is?(text)
          raise Nockplane::Error, "#{out}: a plan is written into a recipe (.recipe.yml) or a STEP file (.step)"
        end

        File.binwrite(out, text)
        []
      end
      private_class_method :choice, :datums, :kinds, :write
    end
  end
end
