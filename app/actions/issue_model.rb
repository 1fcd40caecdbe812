# frozen_string_literal: true

module App
  module Actions
    # Issues a revision of a model by itself: the check, the packet. All of it, or nothing.
    class IssueModel
      # What stands against the latest revision: [[kind, sentence], ...].
      def self.findings(model) = check(model.latest).findings
      def self.check(revision) = Nockplane::Issuing::ModelCheck.new(Workshop.source, revision.recipe)

      # reason, by, waiver: of an Approval; revision: number of the one that was looked at, nil for the latest. The
      # block is told what is being made. Returns the Records::Packet; raises Refused.
      def self.call(model, reason:, by:, waiver: nil, revision: nil, time: Time.now, &told)
        new(model, Approval.new(reason: reason, by: by, waiver: waiver), revision, time).packet(&told)
      end

      def initialize(model, approval, revision, time)
        @model = model
        @approval = approval
        @revision = model.latest
        @time = time
        return if revision.nil? || revision == @revision.number

        raise Refused.new(
          "#{model.name} has a revision #{@revision.number} since; look at it and issue that.",
          status: 409
        )
      end

      def packet(&told)
        unused
        found = IssueModel.check(@revision).findings
        @approval.settle(found.map(&:last))
        packing = ModelPacking.new(@model, number, @time, approval: @approval, known: known)
        files, digest = packing.close(packing.files(&told), packing.about, &told)
        keep(packing, found, files, digest)
      end

      private

      def number = @revision.number

      def unused
        raise Refused, "Revision #{number} is issued already." if earlier.any? { |p| p.letter == number.to_s }
      end

      def earlier = @earlier ||= Records::Packet.where(model_id: @model.id).order(:issued_at).to_a
      def known = earlier.last ? earlier.last.known_numbers : {}

      def keep(packing, found, files, digest)
        about = packing.about
        Records::Packet.create!(
          model: @model,
          number: about[:number],
          title: about[:title],
          letter: about[:revision],
          version: number,
          **@approval.to_h,
          findings: JSON.generate(found),
          files: JSON.generate(files),
          models: JSON.generate(about[:models]),
          document: JSON.generate(nil),
          numbers: JSON.generate(packing.numbers),
          digest: digest,
          issued_at: @time
        )
      rescue ActiveRecord::RecordNotUnique
        raise Refused.new('That revision was issued meanwhile.', status: 409)
      end
    end
  end
end
