# frozen_string_literal: true

module App
  module Actions
    # Issues a drawing: the check, the revision letter and its line, the packet. All of it, or nothing.
    class IssueDrawing
      # What the check tells of a drawing now; docket: where it is known already; wait: are variants worked out that are
      # not known yet? Returns an Issuing::Check.
      def self.check(drawing, docket = nil, wait: true)
        value = drawing.value
        docket ||= Nockplane::Linking::Docketing.of(value, Workshop.source, Sheetworks.latest)
        parts = Nockplane::Linking::Completeness.new(value, Workshop.source).parts
        names = value.bindings.to_h { |b| [b.id, Records::Model.unscoped.find(b.model).name] }
        Nockplane::Issuing::Check.new(
          docket,
          parts,
          names: names,
          more: plans(parts, names) + SeriesCheck.open(drawing, wait: wait)
        )
      end

      # What the tolerance plans of the parts shown leave open; parts without one are as their drawing says.
      def self.plans(parts, names)
        parts.flat_map do |part|
          text = Workshop.source.text(part.subject)
          next [] unless Workshop.source.plan_digest(text)

          Nockplane::Issuing::ModelCheck
            .new(Workshop.source, text)
            .open
            .map { |kind, words| [kind, "#{words} (tolerance plan of #{names[part.binding.id]})"] }
        end
      end
      private_class_method :plans

      # reason, by, waiver: of an Approval; marked: do the numbers of characteristics stand on the sheets? The block is
      # told what is being made. Returns the Records::Packet; raises Refused.
      def self.call(drawing, reason:, by:, waiver: nil, marked: false, time: Time.now, author: Acting.now, &told)
        approval = Approval.new(reason: reason, by: by, waiver: waiver)
        new(drawing, approval, time, author, marked: marked).packet(&told)
      end

      def initialize(drawing, approval, time, author, marked: false)
        @drawing = drawing
        @approval = approval
        @time = time
        @author = author
        @marked = marked
      end

      def packet(&told)
        version, before = @drawing.version, @drawing.value
        unused(before.meta.revision)
        check = checked
        said = { date: @time.strftime('%Y-%m-%d'), by: @approval.by, reason: @approval.reason }
        edit = Nockplane::Issuing::Issue.edit(before, **said)
        raise Refused, edit.reason if edit.is_a?(Nockplane::Drawings::Refusal)

        value = before.apply(edit)
        lost = SeriesCheck.lost(@drawing)
        packing = Packing.new(value, @time, known: known, marked: @marked, without: lost)
        files, digest = packing.close(packing.files(&told), about(value, packing.variants, lost), &told)
        Records::Packet.transaction { keep(version, edit, value, check, files, digest, packing.numbers) }
      end

      private

      # (A letter that a person set back stands for what the shop has already.)
      def unused(letter)
        issued = Records::Packet.find_by(drawing_id: @drawing.id, letter: letter) or return
        return if Nockplane::Issuing::Issue.issued?(@drawing.value)

        raise Refused,
              "Revision #{letter} was issued on #{issued.issued_at.strftime('%Y-%m-%d')} already. Give the drawing " \
                "the revision #{Nockplane::Issuing::RevisionLetter.after(last.letter)} first."
      end

      def checked
        IssueDrawing.check(@drawing).tap { |check| @approval.settle(check.findings.map(&:words)) }
      end

      def last = Records::Packet.where(drawing_id: @drawing.id).order(:issued_at).last
      def known = last ? last.known_numbers : {}

      def about(value, variants, lost)
        {
          number: value.meta.number,
          title: value.meta.title,
          revision: value.meta.revision,
          **@approval.to_h,
          models: models(value),
          variants: (variants if variants.any?),
          left_out: (lost if lost.any?)
        }.compact
      end

      def models(value) = Packing.models(value).map { |m| m.except(:stem, :binding).compact }

      # (Changed meanwhile, it is not what was checked.)
      def keep(version, edit, value, check, files, digest, numbers)
        @drawing.with_lock do
          if @drawing.version != version
            raise Refused.new(
              'The drawing was changed while its packet was made; look at it and issue it again.',
                    status: 409
            )
          end

          EditDrawing.seal(@drawing, edit, value, @author)
          Records::Packet.create!(
            drawing: @drawing,
            number: value.meta.number,
            title: value.meta.title,
            letter: value.meta.revision,
            version: @drawing.version,
            **@approval.to_h,
            findings: JSON.generate(check.findings.map { |f| [f.kind, f.words] }),
            files: JSON.generate(files),
            models: JSON.generate(models(value)),
            document: JSON.generate(value.to_h),
            numbers: JSON.generate(numbers),
            marked: @marked,
            digest: digest,
            issued_at: @time
          )
        end
      end
    end
  end
end
