# frozen_string_literal: true

module App
  module Actions
    # Issues a revision of a model by itself: the check, the packet. All of it, or nothing.
    class IssueModel
      # What stands against it: [[kind, sentence], ...].
      def self.findings(model)
        text = model.latest.recipe
        built = Workshop.source.shape_of(text)
        warnings = built.warnings.map { |w| ['model', w] }
        return warnings if built.assembly?

        warnings + of_plan(text)
      end

      # What the sizes and the tolerance plan of a part's text leave open: [[kind, sentence], ...].
      def self.of_plan(text) = coverage(text) + adrift(text)

      def self.coverage(text)
        open = Presenters::CoverageShown.of(text).reject { |f| f.state == 'pinned' }
        open
          .group_by(&:state)
          .map do |state, faces|
            [
              'coverage',
              "#{faces.size} #{faces.size == 1 ? 'face is' : 'faces are'} #{Presenters::CoverageShown::WORDS[state]}"
            ]
          end
      end

      def self.adrift(text)
        plan = Nockplane::Modelling::TolerancePlan.of(text) or return []
        lost = Nockplane::Modelling::Planned::Weaving.new(Workshop.source.shape_of(text), plan).adrift
        gone = lost.count { |_, why| why == 'gone' }
        gone.zero? ? [] : [['adrift', "#{gone} of the tolerance plan lost #{gone == 1 ? 'its' : 'their'} faces"]]
      end
      private_class_method :coverage, :adrift

      # Returns the Records::Packet; raises Refused. The block is told what is being made.
      def self.call(model, reason:, by:, waiver: nil, time: Time.now, &told)
        reason, by, waiver = [reason, by, waiver].map { |t| t.to_s.strip }
        raise Refused, 'Say what this issue is for.' if reason.empty?
        raise Refused, 'Say who approves it.' if by.empty?
        raise Refused, 'A name has at most 80 letters, a waiver 400.' if by.length > 80 || waiver.length > 400

        found = findings(model)
        unless found.empty? || !waiver.empty?
          raise Refused, "#{found.first(3).map(&:last).join('; ')}. Settle it, or say why it is issued all the same."
        end

        revision = model.latest.number
        earlier = Records::Packet.where(model_id: model.id).order(:issued_at)
        raise Refused, "Revision #{revision} is issued already." if earlier.any? { |p| p.letter == revision.to_s }

        known = earlier.last&.known_numbers || {}
        packing = ModelPacking.new(model, revision, time, by: by, reason: reason, known: known)
        keep(model, packing, found, waiver, time, &told)
      end

      def self.keep(model, packing, found, waiver, time, &told)
        files, digest = packing.close(packing.files(&told), packing.about)
        about = packing.about
        Records::Packet.create!(
          model: model,
          number: about[:number],
          title: about[:title],
          letter: about[:revision],
          version: about[:revision].to_i,
          issued_by: about[:issued_by],
          reason: about[:reason],
          findings: JSON.generate(found),
          waiver: waiver.empty? ? nil : waiver,
          files: JSON.generate(files),
          models: JSON.generate(about[:models]),
          document: JSON.generate(nil),
          numbers: JSON.generate(packing.numbers),
          digest: digest,
          issued_at: time
        )
      rescue ActiveRecord::RecordNotUnique
        raise Refused.new('That revision was issued meanwhile.', status: 409)
      end
      private_class_method :keep
    end
  end
end
